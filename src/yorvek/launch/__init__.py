"""Installing, starting and stopping: the command `yorvek`. Standard library only: it runs before anything is
installed.
"""
