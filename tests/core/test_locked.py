"""What is installed: everything that is asked for stands in the lock files, at the version that is asked for, with the
hashes of its files. Make them anew as docs/developer.md says.
"""

import re
from pathlib import Path

import pytest

HOME = Path(__file__).parents[2]
ASKED = {
    "core": "requirements-core.txt",
    "server": "requirements.txt",
    "test": "requirements-test.txt",
    "bench": "requirements-bench.txt",
    "node": "requirements-node.txt",
}


def asked(file):
    """Names and versions of a requirements file and of those it builds on."""
    out = {}
    for line in (HOME / file).read_text().splitlines():
        if line.startswith("-r "):
            out |= asked(line[3:].strip())
        elif line.strip() and not line.startswith("#"):
            name, version = line.strip().split("==")
            out[plain(name)] = version
    return out


def plain(name):
    return re.sub(r"[-_.]+", "-", name).lower()


def locked(level):
    """Names, versions and number of hashes of a lock file."""
    text = (HOME / "locked" / f"{level}.txt").read_text().replace("\\\n", " ")
    out = {}
    for line in text.splitlines():
        found = re.fullmatch(r"([A-Za-z0-9._-]+)==([^ ;]+)( ;[^-]*)?((?: +--hash=sha256:[0-9a-f]{64})+) *", line)
        assert found, f"{level}: {line[:80]}"
        out[plain(found[1])] = (found[2], found[4].count("--hash"))
    return out


@pytest.mark.parametrize("level", ASKED)
def test_what_is_asked_for_is_locked_with_its_hashes(level):
    found = locked(level)
    assert {name: found[name][0] for name in asked(ASKED[level])} == asked(ASKED[level])
    assert all(hashes >= 1 for _, hashes in found.values()) and len(found) >= len(asked(ASKED[level]))


def test_one_version_of_each_everywhere():
    """A level adds to the one before it; it does not change it."""
    for small, large in (("core", "server"), ("server", "test"), ("test", "bench")):
        assert {n: v for n, v in locked(large).items() if n in locked(small)} == locked(small)
