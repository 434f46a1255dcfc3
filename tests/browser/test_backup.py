"""Backup and restore through the launcher, on a running and on a stopped installation."""

from __future__ import annotations

import gzip
from pathlib import Path

from tests.browser.running import Application, Caller


def names(demo: Application) -> list[str]:
    return sorted(row[0] for row in demo.ask_database("SELECT JSON_VALUE(data, '$.name') FROM jobs_job"))


def test_what_was_backed_up_comes_back(demo: Application, estimator: Caller, tmp_path: Path) -> None:
    file = tmp_path / "monday.sql.gz"
    kept = demo.launcher("backup", str(file))
    assert kept.returncode == 0 and str(file) in kept.stderr and kept.stdout == ""
    before = names(demo)
    estimator("POST", "/jobs", {"name": "Made after the backup", "unit": "mm"})
    assert len(names(demo)) == len(before) + 1

    running = demo.launcher("restore", str(file))
    assert running.returncode == 2 and "stop first" in running.stderr
    demo.stop()
    done = demo.launcher("restore", str(file))
    assert done.returncode == 0, done.stderr
    undo = next((demo.folder / "data").glob("before-restore-*.sql.gz"))
    demo.said.write_text("")
    demo.start("start")
    assert names(demo) == before
    demo.stop()
    assert demo.launcher("restore", str(undo)).returncode == 0
    demo.said.write_text("")
    demo.start("start")
    assert "Made after the backup" in names(demo)


def test_what_is_no_backup_changes_nothing(demo: Application, tmp_path: Path) -> None:
    whole = tmp_path / "whole.sql.gz"
    assert demo.launcher("backup", str(whole)).returncode == 0
    text = gzip.decompress(whole.read_bytes())
    cut_short = tmp_path / "cut-short.sql.gz"
    cut_short.write_bytes(gzip.compress(text[: len(text) // 2]))
    torn = tmp_path / "torn.sql.gz"
    torn.write_bytes(whole.read_bytes()[:-200])
    other = tmp_path / "other.gz"
    other.write_bytes(gzip.compress(b"not a backup\n"))
    plain = tmp_path / "plain.txt"
    plain.write_text("hello")
    before = names(demo)
    for file in (cut_short, torn, other, plain, tmp_path / "absent"):
        refused = demo.launcher("restore", str(file))
        assert refused.returncode == 2, file
        assert "nothing was changed" in refused.stderr and file.name in refused.stderr
    assert names(demo) == before


def test_a_backup_into_nowhere_is_refused(demo: Application, tmp_path: Path) -> None:
    refused = demo.launcher("backup", str(tmp_path / "absent" / "file.sql.gz"))
    assert refused.returncode == 2 and "cannot be written" in refused.stderr
