"""Schedules on screen and as files. Nothing here stores anything."""

from __future__ import annotations

from typing import cast
from uuid import UUID

from flask import Blueprint, Response

from ryokan.operations.schedules import read_schedules, read_spools, schedules_as_csv, schedules_as_workbook
from ryokan.web.answers import figure_value
from ryokan.web.context import reader, signed_in
from ryokan.web.load_lists import XLSX, file_answer
from ryokan.web.schedule_schemas import (
    LabelOf,
    ScheduleCell,
    ScheduleColumn,
    ScheduleName,
    ScheduleRow,
    SchedulesAnswer,
    ScheduleTable,
    SpoolsAnswer,
    WhichSchedule,
)
from ryokan.web.spec import answers, files, spec
from ryokan.wording.reader import Reader
from ryokan.wording.schedules import Cell, Table, spool_table, tables

blueprint = Blueprint("schedules", __name__)


@blueprint.get("/options/<uuid:option_id>/schedules")
@spec.validate(resp=answers(SchedulesAnswer, 404))
def read_all(option_id: UUID) -> SchedulesAnswer:
    """Cables, fuses, circuits, terminals, cut list, totals, lugs and sleeves, and the labels of all conductors."""
    with signed_in() as (session, actor):
        one, its_reader = read_schedules(session, actor, option_id), reader(session, actor)
    return SchedulesAnswer(
        revision=one.revision,
        schedules=[_table(table, its_reader) for table in tables(one.found, None, its_reader.units)],
        labels=[
            LabelOf(mark=piece.mark, colour=piece.colour, near=piece.near_label, far=piece.far_label)
            for piece in one.found.pieces
        ],
    )


@blueprint.get("/options/<uuid:option_id>/schedules/spools")
@spec.validate(resp=answers(SpoolsAnswer, 404))
def read_spools_to_buy(option_id: UUID) -> SpoolsAnswer:
    """Spools to buy for all pieces, and which piece is cut from which."""
    with signed_in() as (session, actor):
        rows, its_reader = read_spools(session, actor, option_id), reader(session, actor)
    return SpoolsAnswer(
        schedule=_table(spool_table(rows, its_reader.units), its_reader),
        bought_m=sum(row.spool_m or 0.0 for row in rows),
        waste_m=sum(row.waste_m or 0.0 for row in rows),
        too_long=sum(len(row.marks) for row in rows if row.spool_m is None),
        proven=all(row.proven for row in rows),
    )


@blueprint.get("/options/<uuid:option_id>/schedules.csv")
@spec.validate(resp=files(404, 422))
def read_csv(option_id: UUID, query: WhichSchedule) -> Response:
    """All schedules as CSV, or one of them."""
    with signed_in() as (session, actor):
        content = schedules_as_csv(session, actor, option_id, reader(session, actor).units, query.only)
    return file_answer(content.encode(), "text/csv; charset=utf-8", f"{query.only or 'schedules'}.csv")


@blueprint.get("/options/<uuid:option_id>/schedules.xlsx")
@spec.validate(resp=files(404))
def read_xlsx(option_id: UUID) -> Response:
    """All schedules as a workbook, a sheet each."""
    with signed_in() as (session, actor):
        content = schedules_as_workbook(session, actor, option_id, reader(session, actor).units)
    return file_answer(content, XLSX, "schedules.xlsx")


def _table(table: Table, reader: Reader) -> ScheduleTable:
    numeric = [bool(column.unit) or column.counts for column in table.columns]
    return ScheduleTable(
        name=cast(ScheduleName, table.name),
        title=table.title,
        note=table.note,
        columns=[
            ScheduleColumn(name=column.name, head=column.head, numeric=is_numeric)
            for column, is_numeric in zip(table.columns, numeric, strict=True)
        ],
        rows=[
            ScheduleRow(run=run, cells=[_cell(cell, reader) for cell in row])
            for run, row in zip(table.runs, table.rows, strict=True)
        ],
    )


def _cell(cell: Cell, reader: Reader) -> ScheduleCell:
    return ScheduleCell(text=cell.text, figure=None if cell.figure is None else figure_value(cell.figure, reader))
