"""Work that means harm, for the limits it is done under; without any of the server, as the child that does it."""

import os


def spins():
    while True:
        pass


def eats():
    return [bytearray(2**20) for _ in range(4096)]


def dies():
    os._exit(9)
