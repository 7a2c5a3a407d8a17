"""What the interface sends and gets about sources, tables, assumptions and what the shop compared with print."""

from __future__ import annotations

from datetime import date

from pydantic import BaseModel, Field

from ryokan.core.data.shipped import Kind
from ryokan.core.findings.model import Severity
from ryokan.core.survey.sights import Group
from ryokan.operations.shop import ShopDefaults
from ryokan.web.schemas import Sent, SourceAnswer


class SettledDefaults(ShopDefaults):
    """Defaults, and those in whose place they are to stand."""

    seen: ShopDefaults | None = None


class NewCheck(Sent):
    """Which edition of a source was compared, and when."""

    edition: str = Field(min_length=1, max_length=120)
    on: date


class Assumption(BaseModel):
    """What is assumed until somebody says otherwise."""

    id: str
    title: str
    unit: str
    value: float
    min: float
    max: float
    source: SourceAnswer
    note: str


class TableRow(BaseModel):
    """A row of a table; a ladder's rows have no label beside their value."""

    label: str
    values: list[float]


class TableAnswer(BaseModel):
    """A table of the core with its provenance, so that it can be compared with print."""

    id: str
    title: str
    note: str
    source: str
    columns: list[str]
    rows: list[TableRow]


class Tables(BaseModel):
    """All tables that formulas look things up in."""

    tables: list[TableAnswer]


class ShippedAnswer(BaseModel):
    """Something by others that ships with the program."""

    title: str
    kind: Kind
    by: str
    licence: str
    licence_url: str
    changes: str


class Notices(BaseModel):
    """What ships with the program and is by others."""

    shipped: list[ShippedAnswer]


class SightAnswer(BaseModel):
    """Something that may be seen of workmanship and place."""

    code: str
    group: Group
    severity: Severity
    label: str
    source: SourceAnswer


class Reference(BaseModel):
    """What does not change while the program runs: assumptions, stock sizes, sources."""

    assumptions: list[Assumption]
    conductors: list[str]
    sights: list[SightAnswer] = Field(description="What is looked for, in the order in which one looks.")
    sources: list[SourceAnswer]
