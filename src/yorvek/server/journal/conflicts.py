"""Somebody else was faster: what they changed, so that nothing is lost on either side."""

from __future__ import annotations

from typing import Any

from yorvek.server.journal.models import RowChange
from yorvek.server.records import Record


class Conflict(Exception):
    """Somebody changed the row since it was read."""

    def __init__(self, row: Record, since: int) -> None:
        self.row, self.since = row, since
        super().__init__(f"{row.table} {row.pk} was changed since version {since}")

    def answer(self) -> dict[str, Any]:
        """What changed, by whom and when."""
        changes = list(
            RowChange.objects.filter(table=self.row.table, row_id=self.row.pk)
            .select_related("edit__user")
            .order_by("id")
        )
        newer = [c for c in changes if c.after and c.after["version"] > self.since]
        seen = next((c.after for c in reversed(changes) if c.after and c.after["version"] <= self.since), None)
        fields = sorted(differing(seen["data"], self.row.data)) if seen else sorted(self.row.data)
        last = newer[-1].edit if newer else None
        by = last.user.username if last and last.user else "somebody"
        return {
            "sentence": f"{by} changed this while you had it open ({', '.join(fields) or 'nothing you see'}); yours "
            f"is kept here, not saved.",
            "fields": fields,
            "by": by,
            "at": last.at.isoformat() if last else "",
            "current": {"id": self.row.pk, "version": self.row.version, "spec": self.row.data},
        }


def differing(a: dict[str, Any], b: dict[str, Any]) -> set[str]:
    """Fields that are not the same."""
    return {k for k in a.keys() | b.keys() if a.get(k) != b.get(k)}
