"""What all records share: a spec of the core's own model as JSON, and a version that counts its changes."""

from __future__ import annotations

from datetime import datetime
from typing import Any, ClassVar, cast

from django.db import models

from yorvek.core.model import Model
from yorvek.core.records import Kind
from yorvek.core.records.upgrades import upgraded


class Record(models.Model):
    """A row whose content is one of the core's models."""

    kind: ClassVar[Kind]
    spec_model: ClassVar[type[Model]]
    table: ClassVar[str]
    owner_field: ClassVar[str]
    more_columns: ClassVar[tuple[str, ...]] = ()
    """Columns beside the spec that the journal keeps too."""

    version = models.PositiveIntegerField(default=1)
    schema = models.PositiveSmallIntegerField(default=1)
    data = models.JSONField()

    class Meta:
        abstract = True

    def __init_subclass__(cls, **more: Any) -> None:
        super().__init_subclass__(**more)
        if "kind" in cls.__dict__:
            cls.spec_model, cls.table = cls.kind.spec, cls.kind.name

    @property
    def spec(self) -> Any:
        """The content, typed."""
        return self.spec_model.model_validate(upgraded(self.table, self.data, self.schema))

    @property
    def owner_id(self) -> int:
        return cast(int, getattr(self, f"{self.owner_field}_id"))

    def snapshot(self) -> dict[str, Any]:
        """The row as the journal keeps it, with every column."""
        more = {name: _plain(getattr(self, name)) for name in self.more_columns}
        return {"owner": self.owner_id, "version": self.version, "schema": self.schema, "data": self.data, **more}


def _plain(value: Any) -> Any:
    return value.isoformat() if isinstance(value, datetime) else value


def dumped(spec: Model) -> dict[str, Any]:
    """A spec as it is stored."""
    return spec.model_dump(mode="json", exclude_none=True)
