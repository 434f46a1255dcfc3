"""Backup and restore through the launcher, on a running and on a stopped installation."""

from __future__ import annotations

import gzip
import stat
from pathlib import Path

import pytest

from tests.browser.conftest import at_the_api
from tests.browser.running import Application, Caller


@pytest.fixture
def estimator(frail: Application) -> Caller:
    return at_the_api(frail)


def names(frail: Application) -> list[str]:
    return sorted(row[0] for row in frail.ask_database("SELECT JSON_VALUE(data, '$.name') FROM jobs_job"))


def rows(frail: Application) -> dict[str, list[list[str]]]:
    """Every record of every table that people fill."""
    tables = [row[0] for row in frail.ask_database("SHOW TABLES")]
    kept = [t for t in tables if not t.startswith(("django_", "auth_", "cutting_beat", "jobs_worked"))]
    return {t: sorted(frail.ask_database(f"SELECT * FROM {t}")) for t in kept}


def test_what_was_backed_up_comes_back(frail: Application, estimator: Caller, tmp_path: Path) -> None:
    file = tmp_path / "monday.sql.gz"
    everything = rows(frail)
    assert len(everything["jobs_jobrecord"]) > 50
    kept = frail.launcher("backup", str(file))
    assert kept.returncode == 0 and str(file) in kept.stderr and kept.stdout == ""
    before = names(frail)
    estimator("POST", "/jobs", {"name": "Made after the backup", "unit": "mm"})
    assert len(names(frail)) == len(before) + 1

    running = frail.launcher("restore", str(file))
    assert running.returncode == 2 and "stop first" in running.stderr
    frail.stop()
    done = frail.launcher("restore", str(file))
    assert done.returncode == 0, done.stderr
    assert stat.S_IMODE(file.stat().st_mode) == 0o600, "E6: a backup is its owner's to read"
    assert stat.S_IMODE((frail.folder / "data").stat().st_mode) == 0o700
    undo = next((frail.folder / "data").glob("before-restore-*.sql.gz"))
    frail.said.write_text("")
    frail.start("start")
    assert rows(frail) == everything
    assert stat.S_IMODE(undo.stat().st_mode) == 0o600
    frail.stop()
    assert frail.launcher("restore", str(undo)).returncode == 0
    frail.said.write_text("")
    frail.start("start")
    assert "Made after the backup" in names(frail)


def test_what_is_no_backup_changes_nothing(frail: Application, tmp_path: Path) -> None:
    whole = tmp_path / "whole.sql.gz"
    assert frail.launcher("backup", str(whole)).returncode == 0
    text = gzip.decompress(whole.read_bytes())
    cut_short = tmp_path / "cut-short.sql.gz"
    cut_short.write_bytes(gzip.compress(text[: len(text) // 2]))
    torn = tmp_path / "torn.sql.gz"
    torn.write_bytes(whole.read_bytes()[:-200])
    other = tmp_path / "other.gz"
    other.write_bytes(gzip.compress(b"not a backup\n"))
    plain = tmp_path / "plain.txt"
    plain.write_text("hello")
    before = names(frail)
    for file in (cut_short, torn, other, plain, tmp_path / "absent"):
        refused = frail.launcher("restore", str(file))
        assert refused.returncode == 2, file
        assert "nothing was changed" in refused.stderr and file.name in refused.stderr
    assert names(frail) == before


def test_a_backup_into_nowhere_is_refused(frail: Application, tmp_path: Path) -> None:
    refused = frail.launcher("backup", str(tmp_path / "absent" / "file.sql.gz"))
    assert refused.returncode == 2 and "cannot be written" in refused.stderr


def test_a_backup_of_the_version_before_still_opens(frail: Application) -> None:
    """Rows, the journal and a signature of a database from before all records stood in one table."""
    frail.stop()
    done = frail.launcher("restore", str(Path(__file__).parent / "version-before.sql.gz"))
    assert done.returncode == 0, done.stderr
    frail.said.write_text("")
    frail.start("start")
    estimator = at_the_api(frail)
    job = next(j["id"] for j in estimator("GET", "/jobs") if j["name"] == "Fender Skid")
    view = estimator("GET", f"/jobs/{job}")
    (member,), (part,) = view["members"], view["parts"]
    assert member["trouble"] is None and part["spec"]["shape"]["member_id"] == member["id"]
    assert part["geometry"]["length_mm"] == 2400
    assert view["signatures"][0]["stands"] and view["comments"][0]["author"] == "checker"
    taken = next(e for e in estimator("GET", f"/jobs/{job}/history") if "taken away" in e["title"])
    (back,) = estimator("POST", f"/jobs/{job}/undo?edit_id={taken['id']}")["notes"]["rows"]
    assert (back["author"], back["spec"]["text"]) == ("estimator", "to be taken away")
