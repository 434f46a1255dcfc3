"""What a backup may hold (finding E1): tables and rows, as they are written, and nothing that is obeyed."""

import gzip
from pathlib import Path

import pytest

from yorvek.launch.dump import NotOurs, read, statements

BEFORE = Path(__file__).parents[1] / "browser" / "version-before.sql.gz"
TABLE = "CREATE TABLE `jobs_job` (\n  `id` bigint(20) NOT NULL\n) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4;\n"
ROW = "INSERT INTO `jobs_job` VALUES\n(1,'a line; and \\'another\\'\\nbelow');\n"


def lines(*texts):
    return "".join(texts).splitlines(keepends=True)


def test_a_real_backup_is_read_to_its_end():
    found = list(read(BEFORE))
    assert sum(s.startswith("CREATE TABLE") for s in found) == sum(s.startswith("DROP TABLE") for s in found) == 35
    assert any(s.startswith("INSERT INTO `jobs_member`") for s in found)


def test_statements_end_where_a_line_does():
    found = list(statements(lines("-- words\n", "\n", TABLE, ROW)))
    assert [s.split()[0] for s in found] == ["CREATE", "INSERT"] and "another" in found[1]


@pytest.mark.parametrize(
    "evil",
    [
        "\\! touch /tmp/obeyed\n",
        "system touch /tmp/obeyed;\n",
        "source /etc/passwd;\n",
        "GRANT ALL ON *.* TO yorvek;\n",
        "DROP DATABASE mysql;\n",
        "SELECT 1 INTO OUTFILE '/tmp/out';\n",
        "LOAD DATA INFILE '/etc/passwd' INTO TABLE `jobs_job`;\n",
        "CREATE TRIGGER t BEFORE INSERT ON `jobs_job` FOR EACH ROW SET @a = 1;\n",
        "/*!50003 CREATE TRIGGER t BEFORE INSERT ON jobs_job FOR EACH ROW SET @a = 1 */;\n",
        "CREATE TABLE `a` (\n  `id` int\n) ENGINE=InnoDB DATA DIRECTORY='/tmp';\n",
        "CREATE TABLE `a` (\n  `id` int\n) ENGINE=CONNECT FILE_NAME='/etc/passwd';\n",
        "INSERT INTO `mysql`.`user` VALUES\n(1);\n",
        "DELIMITER //\n",
        "UNLOCK TABLES; DROP DATABASE yorvek;\n",
        "INSERT INTO `jobs_job` SELECT * FROM mysql.user;\n",
    ],
)
def test_E1_what_is_no_table_and_no_row_is_refused_and_named(evil, tmp_path):
    file = tmp_path / "evil.sql.gz"
    file.write_bytes(gzip.compress("".join(["-- words\n", TABLE, evil, ROW]).encode()))
    with pytest.raises(NotOurs, match="line 5"):
        list(read(file))
