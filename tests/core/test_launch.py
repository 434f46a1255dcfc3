"""The launcher's own decisions, without starting anything: ports, folders, free space, what is installed."""

import os
import shutil
import socket
import subprocess
from collections import namedtuple

import pytest

from yorvek.launch import __main__ as command
from yorvek.launch import backup, hands, install, mariadb, mutants, places, ready, supervise, testing

Usage = namedtuple("Usage", "total used free")


@pytest.mark.parametrize("text", ["", "0", "65536", "-1", "http", "8640.5"])
def test_a_port_that_is_none_is_refused(monkeypatch, text):
    monkeypatch.setenv("YORVEK_PORT", text)
    with pytest.raises(places.Refused) as refused:
        supervise.port("YORVEK_PORT", 8640)
    assert "YORVEK_PORT" in str(refused.value) and "8640" in str(refused.value)


def test_the_usual_port_and_another(monkeypatch):
    monkeypatch.delenv("YORVEK_PORT", raising=False)
    assert supervise.port("YORVEK_PORT", 8640) == 8640
    monkeypatch.setenv("YORVEK_PORT", "9000")
    assert supervise.port("YORVEK_PORT", 8640) == 9000


def test_a_taken_port_names_its_setting():
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        number = taken.getsockname()[1]
        with pytest.raises(places.Refused) as refused:
            mariadb.check_port(number, "MariaDB", "YORVEK_DB_PORT")
    assert str(number) in str(refused.value) and "YORVEK_DB_PORT" in str(refused.value)
    mariadb.check_port(mariadb.free_port(), "MariaDB", "YORVEK_DB_PORT")


def test_a_full_disk_is_refused_before_anything_is_made(monkeypatch, tmp_path):
    monkeypatch.setattr(shutil, "disk_usage", lambda _: Usage(100 << 30, 100 << 30, 3 << 20))
    database = mariadb.MariaDB(tmp_path / "db", mariadb.free_port())
    with pytest.raises(places.Refused) as refused:
        database.start()
    assert "3 MB free" in str(refused.value)
    assert not (tmp_path / "db" / "mariadb").exists()


def test_secrets_are_made_once_and_for_the_owner_alone(tmp_path):
    database = mariadb.MariaDB(tmp_path, 1)
    first = database.secrets()
    assert database.secrets() == first and len(first["db_password"]) > 20
    assert os.stat(database.secrets_file).st_mode & 0o077 == 0
    assert database.environment()["YORVEK_DB_PASSWORD"] == first["db_password"]


def test_one_holder_of_a_data_folder(tmp_path):
    with supervise.lock(tmp_path), pytest.raises(places.Refused) as refused:
        supervise.lock(tmp_path)
    assert str(os.getpid()) in str(refused.value)
    supervise.lock(tmp_path).close()


def test_only_a_server_of_this_folder_is_ended(tmp_path):
    """A process number left in the file may belong to somebody else by now."""
    database = mariadb.MariaDB(tmp_path, 1)
    (tmp_path / "run").mkdir()
    (tmp_path / "run" / "m.pid").write_text(str(os.getpid()))
    database.end_orphan()
    (tmp_path / "run" / "m.pid").write_text("not a number")
    database.end_orphan()


def test_the_data_folder_can_be_chosen(monkeypatch, tmp_path):
    monkeypatch.setattr(places, "is_root", lambda: False)
    monkeypatch.setenv("YORVEK_DATA", str(tmp_path / "here"))
    assert places.data_folder() == tmp_path / "here"
    monkeypatch.delenv("YORVEK_DATA")
    assert places.data_folder() == places.HOME / "var"


def test_a_chosen_folder_out_of_the_databases_reach_is_refused(monkeypatch, tmp_path):
    monkeypatch.setattr(places, "is_root", lambda: True)
    monkeypatch.setattr(places, "reachable_by", lambda user, folder: False)
    monkeypatch.setattr(places.pwd, "getpwnam", lambda name: name)
    monkeypatch.setenv("YORVEK_DATA", str(tmp_path))
    with pytest.raises(places.Refused) as refused:
        places.data_folder()
    assert str(tmp_path) in str(refused.value)
    monkeypatch.delenv("YORVEK_DATA")
    assert str(places.data_folder()).startswith("/var/lib/yorvek/")


def test_missing_packages_are_named_when_they_cannot_be_installed(monkeypatch):
    monkeypatch.setattr(install, "missing_packages", lambda **_: ["mariadb-server", "chromium"])
    monkeypatch.setattr(install, "is_root", lambda: False)
    monkeypatch.setattr(install.shutil, "which", lambda name: None)
    with pytest.raises(places.Refused) as refused:
        install.debian(server=True)
    assert "mariadb-server chromium" in str(refused.value)


def test_a_failing_step_is_refused_with_its_last_words():
    with pytest.raises(places.Refused) as refused:
        install._run(["sh", "-c", "echo the reason; exit 3"], what="a step")
    assert "a step failed" in str(refused.value) and "the reason" in str(refused.value)


def test_an_old_node_is_not_used(monkeypatch, tmp_path):
    old = tmp_path / "node"
    old.write_text("#!/bin/sh\necho v18.19.0\n")
    old.chmod(0o755)
    (tmp_path / "npm").write_text("#!/bin/sh\n")
    (tmp_path / "npm").chmod(0o755)
    monkeypatch.setenv("PATH", f"{tmp_path}:{os.environ['PATH']}")
    ran = []
    monkeypatch.setattr(install, "_run", lambda words, **_: ran.append(words))
    monkeypatch.setattr(install, "VENV", tmp_path / "venv")
    env = install.node()
    assert ran and "--require-hashes" in ran[0] and ran[0][-1].endswith("locked/node.txt")
    assert env["PATH"].startswith(str(tmp_path / "venv" / "bin"))
    old.write_text("#!/bin/sh\necho v22.12.0\n")
    ran.clear()
    assert install.node()["PATH"].startswith(str(tmp_path)) and not ran


def test_a_fingerprint_changes_with_the_content(monkeypatch, tmp_path):
    monkeypatch.setattr(places, "HOME", tmp_path)
    file = tmp_path / "a"
    file.write_text("one")
    before = places.fingerprint(file)
    assert places.fingerprint(file) == before
    file.write_text("two")
    assert places.fingerprint(file) != before


@pytest.mark.parametrize(
    "words", [[], ["dance"], ["demo", "now"], ["test", "everything"], ["backup"], ["restore", "a", "b"]]
)
def test_a_wrong_command_prints_the_usage(words, capsys):
    assert command.main(words) == 2
    said = capsys.readouterr()
    assert "usage" in said.err and said.out == ""


def test_every_group_of_tests_is_a_command(monkeypatch):
    asked = []
    monkeypatch.setattr(testing, "run", lambda group: asked.append(group) or 0)
    for words in (["test"], *(["test", g] for g in testing.GROUPS)):
        assert command.main(words) == 0
    assert asked == [None, *testing.GROUPS]


def test_the_mutation_gate_changes_what_counts_and_nothing_else(tmp_path):
    """Constants, comparisons, factors and least or greatest; no guards against nothing, digits, words or types."""
    module = tmp_path / mutants.CORE / "clauses" / "made_up" / "rule.py"
    module.parent.mkdir(parents=True)
    module.write_text(
        "def f(x: float, n: int = 3) -> float:\n"
        "    if x <= 0.5:\n"
        "        return max(1.92 * x, 1e-9)\n"
        "    return round(x + 1e-9, 4) + [x][0]\n"
    )
    found = sorted(c.words for c in mutants.changes(tmp_path))
    assert found == sorted([
        "3 -> 4", "x <= 0.5 -> x > 0.5", "0.5 -> 0.625", "max(...) -> min(...)", "1.92 * x -> 1.92 / x", "1.92 -> 2.4",
        "round(x + 1e-09, 4) + [x][0] -> round(x + 1e-09, 4) - [x][0]",
    ])  # fmt: skip


@pytest.mark.parametrize("text", ["", "0", "-1", "two", "65", "1.5"])
def test_E14_a_count_that_is_none_is_refused(monkeypatch, text):
    monkeypatch.setenv("YORVEK_WORKERS", text)
    with pytest.raises(places.Refused) as refused:
        supervise.number("YORVEK_WORKERS", 1, 64)
    assert "YORVEK_WORKERS" in str(refused.value) and "1 to 64" in str(refused.value)


def test_E14_processes_threads_and_workers_are_as_many_as_the_environment_says(monkeypatch, tmp_path):
    for name in ("WEB_PROCESSES", "THREADS", "WORKERS", "BIND"):
        monkeypatch.delenv(f"YORVEK_{name}", raising=False)
    usual = supervise.children({}, 8640, tmp_path)
    assert [c.name for c in usual] == ["web server", "task worker"]
    assert "127.0.0.1:8640" in usual[0].command
    for name, value in (("WEB_PROCESSES", "3"), ("THREADS", "8"), ("WORKERS", "2"), ("BIND", "0.0.0.0")):
        monkeypatch.setenv(f"YORVEK_{name}", value)
    web, *workers = supervise.children({}, 8640, tmp_path)
    command = " ".join(web.command)
    assert "--workers 3 --threads 8" in command and "0.0.0.0:8640" in command and len(workers) == 2


def test_E14_a_database_of_another_machine_is_not_started_here(monkeypatch, tmp_path):
    monkeypatch.setenv("YORVEK_DB_HOST", "db.example")
    monkeypatch.setenv("YORVEK_DB_PASSWORD", "theirs")
    there = mariadb.MariaDB(tmp_path / "data", 3306)
    there.start()
    assert there.process is None and not (tmp_path / "data" / "mariadb").exists()
    assert there.environment()["YORVEK_DB_PASSWORD"] == "theirs"
    with pytest.raises(places.Refused, match="another machine"):
        backup.backup(str(tmp_path / "b.gz"))


def test_E9_a_slow_start_is_waited_for_as_long_as_its_processes_live(monkeypatch):
    """The page comes after more rounds than the sixty seconds that used to be waited."""
    asked = []

    class Page:
        status = 200

        def __init__(self, *args, **more):
            pass

        def request(self, *args):
            asked.append(1)
            if len(asked) < 700:
                raise OSError

        def getresponse(self):
            return self

    monkeypatch.setattr("http.client.HTTPConnection", Page)
    monkeypatch.setattr(supervise.time, "sleep", lambda s: None)
    supervise._wait_for(1, [], lambda: False)
    assert len(asked) == 700


class Hands:
    """A machine as root finds it: whether the user is there, can be made, and can read what it must."""

    def __init__(self, monkeypatch, *, there=True, makes=0, reaches=0):
        self.ran = []
        answers = {"useradd": makes}

        def run(command, **more):
            self.ran.append((command, more))
            return subprocess.CompletedProcess(command, answers.get(command[0], reaches))

        def known(name):
            if not there:
                raise KeyError(name)

        monkeypatch.setattr(hands, "is_root", lambda: True)
        monkeypatch.setattr(hands.pwd, "getpwnam", known)
        monkeypatch.setattr(hands.subprocess, "run", run)


def test_E6_root_hands_the_services_to_a_user_of_their_own(monkeypatch, capsys):
    machine = Hands(monkeypatch, there=False)
    assert hands.own_user() == "yorvek" and capsys.readouterr().err == ""
    assert machine.ran[0][0][0] == "useradd" and "/usr/sbin/nologin" in machine.ran[0][0]
    assert machine.ran[1][1]["user"] == "yorvek" and machine.ran[1][1]["extra_groups"] == []


@pytest.mark.parametrize("lacking", [{"there": False, "makes": 1}, {"reaches": 1}])
def test_E6_where_that_cannot_be_it_is_said(monkeypatch, capsys, lacking):
    Hands(monkeypatch, **lacking)
    assert hands.own_user() is None
    assert "run as root" in capsys.readouterr().err


def test_E6_services_are_started_in_those_hands(monkeypatch, tmp_path):
    started = []
    monkeypatch.setattr(hands, "own_user", lambda: "yorvek")
    monkeypatch.setattr(hands, "compiled_folder", lambda: tmp_path)
    monkeypatch.setattr(supervise.subprocess, "Popen", lambda command, **more: started.append((command, more)))
    for child in supervise.children({"PATH": "/usr/bin"}, 8640, tmp_path):
        child.start()
    assert len(started) == 2
    for _, more in started:
        assert (more["user"], more["group"], more["extra_groups"]) == ("yorvek", "yorvek", [])
        assert more["env"]["NUMBA_CACHE_DIR"] == str(tmp_path)


Done = namedtuple("Done", "returncode stdout")


@pytest.fixture
def folder(monkeypatch, tmp_path):
    """A data folder whose tables were brought to this version in 57 steps, and a database that says who is there."""
    monkeypatch.delenv("YORVEK_DB_HOST", raising=False)
    said = {"answer": Done(0, "57\t1\n")}
    monkeypatch.setattr(ready.subprocess, "run", lambda *_, **__: said["answer"])
    database = mariadb.MariaDB(tmp_path, 1)
    ready.remember(tmp_path, database)
    return tmp_path, database, said


def test_tables_of_this_version_are_not_looked_at_again(folder):
    place, database, said = folder
    assert ready.anybody(place, database) is True
    said["answer"] = Done(0, "57\t0\n")
    assert ready.anybody(place, database) is False


@pytest.mark.parametrize(
    "answer", [Done(1, ""), Done(0, ""), Done(0, "56\t1\n"), Done(0, "58\t1\n"), Done(1, "57\t1\n")]
)
def test_a_database_that_went_through_other_steps_or_does_not_say_is_looked_at(folder, answer):
    place, database, said = folder
    said["answer"] = answer
    assert ready.anybody(place, database) is None


def test_what_cannot_be_asked_is_not_remembered(folder):
    place, database, said = folder
    ready.forget(place)
    said["answer"] = Done(1, "")
    ready.remember(place, database)
    assert not (place / ready.STAMP).exists()


@pytest.mark.parametrize("what", ["never", "another version", "a backup put in", "another machine's"])
def test_tables_that_may_be_of_another_version_are_looked_at(folder, monkeypatch, what):
    place, database, _ = folder
    if what == "never":
        (place / ready.STAMP).unlink()
    elif what == "another version":
        monkeypatch.setattr(ready, "version", lambda: "of another migration")
    elif what == "a backup put in":
        ready.forget(place)
    else:
        monkeypatch.setenv("YORVEK_DB_HOST", "db.quillmere.example")
    assert ready.anybody(place, database) is None


def test_a_restore_forgets_which_version_the_tables_are_of(folder, monkeypatch):
    place, database, _ = folder
    monkeypatch.setattr(backup, "data_folder", lambda: place)
    backup._load(database, place / "file.sql.gz")
    assert not (place / ready.STAMP).exists()


def test_a_version_is_of_every_migration_and_of_the_packages(monkeypatch, tmp_path):
    monkeypatch.setattr(ready, "HOME", tmp_path)
    monkeypatch.setattr(places, "HOME", tmp_path)
    monkeypatch.setattr(ready, "LOCKED", tmp_path)
    migrations = tmp_path / "src" / "yorvek" / "server" / "jobs" / "migrations"
    migrations.mkdir(parents=True)
    (tmp_path / "server.txt").write_text("django==5.2")
    before = ready.version()
    (migrations / "0001_first.py").write_text("")
    after = ready.version()
    (tmp_path / "server.txt").write_text("django==5.2.1")
    assert len({before, after, ready.version()}) == 3
