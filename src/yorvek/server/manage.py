"""Django's commands: `python -m yorvek.server.manage ...`."""

import os
import sys

from django.core.management import execute_from_command_line

if __name__ == "__main__":
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "yorvek.server.settings")
    execute_from_command_line(["yorvek", *sys.argv[1:]])
