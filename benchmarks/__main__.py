"""python -m benchmarks [name ...] [--seconds S]: tables of our figures beside references; the names stand below.
Fails nothing.
"""

from __future__ import annotations

import argparse
import importlib

NAMES = ("sizing", "frames", "bars", "sheets", "api")


def main() -> None:
    parser = argparse.ArgumentParser(prog="yorvek bench")
    parser.add_argument("names", nargs="*", metavar="sizing|frames|bars|sheets|api")
    parser.add_argument("--seconds", type=float, default=None, help="of search for each instance")
    options = parser.parse_args()
    unknown = [n for n in options.names if n not in NAMES]
    if unknown:
        parser.error(f"there is no benchmark {unknown[0]!r}: choose from {', '.join(NAMES)}")
    for name in options.names or NAMES:
        importlib.import_module(f"benchmarks.{name}").run(options.seconds)


if __name__ == "__main__":
    main()
