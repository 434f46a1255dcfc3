"""Backup and restore through the launcher, on a running and on a stopped installation."""

from __future__ import annotations

import gzip
import stat
from pathlib import Path

from tests.browser.running import Application, Caller


def names(demo: Application) -> list[str]:
    return sorted(row[0] for row in demo.ask_database("SELECT JSON_VALUE(data, '$.name') FROM jobs_job"))


def rows(demo: Application) -> dict[str, list[list[str]]]:
    """Every record of every table that people fill."""
    tables = [row[0] for row in demo.ask_database("SHOW TABLES")]
    kept = [t for t in tables if not t.startswith(("django_", "auth_", "cutting_beat", "jobs_worked"))]
    return {t: sorted(demo.ask_database(f"SELECT * FROM {t}")) for t in kept}


def test_what_was_backed_up_comes_back(demo: Application, estimator: Caller, tmp_path: Path) -> None:
    file = tmp_path / "monday.sql.gz"
    everything = rows(demo)
    assert len(everything["jobs_jobrecord"]) > 50
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
    assert stat.S_IMODE(file.stat().st_mode) == 0o600, "E6: a backup is its owner's to read"
    assert stat.S_IMODE((demo.folder / "data").stat().st_mode) == 0o700
    undo = next((demo.folder / "data").glob("before-restore-*.sql.gz"))
    demo.said.write_text("")
    demo.start("start")
    assert rows(demo) == everything
    assert stat.S_IMODE(undo.stat().st_mode) == 0o600
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


def test_a_backup_of_the_version_before_still_opens(demo: Application) -> None:
    """Rows, the journal and a signature of a database from before all records stood in one table."""
    demo.stop()
    done = demo.launcher("restore", str(Path(__file__).parent / "version-before.sql.gz"))
    assert done.returncode == 0, done.stderr
    demo.said.write_text("")
    demo.start("start")
    estimator = Caller(demo)
    estimator("GET", "/door")
    estimator("POST", "/login", {"username": "estimator", "password": "quillmere"})
    job = next(j["id"] for j in estimator("GET", "/jobs") if j["name"] == "Fender Skid")
    view = estimator("GET", f"/jobs/{job}")
    (member,), (part,) = view["members"], view["parts"]
    assert member["trouble"] is None and part["spec"]["shape"]["member_id"] == member["id"]
    assert part["geometry"]["length_mm"] == 2400
    assert view["signatures"][0]["stands"] and view["comments"][0]["author"] == "checker"
    taken = next(e for e in estimator("GET", f"/jobs/{job}/history") if "taken away" in e["title"])
    (back,) = estimator("POST", f"/jobs/{job}/undo?edit_id={taken['id']}")["notes"]["rows"]
    assert (back["author"], back["spec"]["text"]) == ("estimator", "to be taken away")
