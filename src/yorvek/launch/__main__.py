"""The command: which word does what."""

from __future__ import annotations

import os
import sys

from yorvek.launch import backup, install, supervise, testing
from yorvek.launch.places import HOME, PYTHON, Refused, say

USAGE = """usage:
  ./yorvek demo                 everything, with the demo data; log-in is printed
  ./yorvek start                the same without demo data
  ./yorvek stop | status
  ./yorvek test [core|server|web|browser|values|mutants]
  ./yorvek bench [sizing|frames|bars|sheets|api] [--seconds S]
  ./yorvek backup FILE | restore FILE
  ./yorvek core sheets FILE [--seconds S] [--seed N] [--cores N] [--evaluations N] [--guillotine]
  ./yorvek core bars FILE [--seconds S] [--seed N]
settings: YORVEK_PORT (8640), YORVEK_DB_PORT (33306), YORVEK_DATA (var)"""


def _core(arguments: list[str]) -> int:
    install.core()
    os.environ["PYTHONPATH"] = str(HOME / "src")
    os.execv(str(PYTHON), [str(PYTHON), "-m", "yorvek.core.cli", *arguments])


def main(arguments: list[str]) -> int:
    # threads of matrix products wait for each other where work is side by side already: services, tests, benchmarks
    os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
    word, rest = (arguments[0], arguments[1:]) if arguments else ("", [])
    if word == "core":
        return _core(rest)
    if word == "demo" and not rest:
        return supervise.run(demo=True)
    if word == "start" and not rest:
        return supervise.run(demo=False)
    if word == "stop" and not rest:
        return supervise.stop()
    if word == "status" and not rest:
        return supervise.status()
    if word == "backup" and len(rest) == 1:
        return backup.backup(rest[0])
    if word == "restore" and len(rest) == 1:
        return backup.restore(rest[0])
    if word == "bench":
        return testing.bench(rest)
    if word == "test" and (not rest or (len(rest) == 1 and rest[0] in testing.GROUPS)):
        return testing.run(rest[0] if rest else None)
    print(USAGE, file=sys.stderr)
    return 0 if word in ("help", "--help", "-h") else 2


if __name__ == "__main__":
    try:
        code = main(sys.argv[1:])
    except Refused as refusal:
        say(str(refusal))
        code = 2
    except KeyboardInterrupt:
        code = 130
    raise SystemExit(code)
