"""The command line, without a database."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from builders import EXAMPLES, ROOT
from click.testing import CliRunner

from ryokan.cli import main
from ryokan.core.evaluate import evaluate
from ryokan.core.job_file import read_job_file
from ryokan.core.rig import Rig

FROZEN = sorted((ROOT / "tests/fixtures").glob("job-v*.json"))
CONTRACT = [
    "loads.wh_per_day", "loads.wh_per_day_with_margin", "loads.peak_w", "loads.worst_start_w", "storage.need_wh",
    "storage.alternatives.lfp.need_wh", "storage.alternatives.agm.need_wh", "storage.need_ah", "storage.need_ah_by_twelve",
    "solar.need_w", "solar.controller_need_a", "charging.mode.rest.into_bank_a", "inverter.need_continuous_w",
    "inverter.need_surge_w", "inverter.dc_current_at_cutoff_a", "wiring.main.conductor", "wiring.main.fuse_a",
    "wiring.main.drop_v",
]  # fmt: skip
# What a need is worked out of, and where: a relay needs no DC-DC charger, and what was found needs no new one.
OF_SOURCES = {
    "eye-clinic-shuttle-bus": ["charging.dcdc.need_a", "charging.shore.need_a"],
    "bookbinder-narrowboat": ["charging.relay.estimate_a"],
}


def run(*args: str) -> tuple[int, str]:
    result = CliRunner().invoke(main, args)
    return result.exit_code, result.output


@pytest.mark.parametrize("path", EXAMPLES, ids=lambda path: path.stem)
def test_evaluate_prints_every_figure_of_the_contract_with_its_working(path: Path) -> None:
    code, output = run("evaluate", str(path), "--json")

    figures = json.loads(output)["figures"]
    assert code == 0
    for key in [*CONTRACT, *OF_SOURCES.get(path.stem, [])]:
        assert set(figures[key]) >= {"kind", "value", "unit", "formula", "inputs", "source", "note"}
    inputs = [keys if isinstance(keys, list) else [keys] for f in figures.values() for keys in f["inputs"].values()]
    assert {key for keys in inputs for key in keys} <= set(figures)


def test_evaluate_prints_need_have_findings_and_the_caution() -> None:
    code, output = run("evaluate", str(next(path for path in EXAMPLES if "nurses" in path.name)))

    assert code == 0
    assert "Danger: 2 AWG may carry 170 A here" in output
    assert "does not replace the local code" in output


@pytest.mark.parametrize(
    ("content", "says"),
    [
        ({"schema_version": 99}, "newer version"),
        ({"colour": "red"}, "/colour: There is no such entry"),
        ({"options": []}, "/options: There are fewer than 1"),
    ],
)
def test_bad_file_is_refused_with_the_place(tmp_path: Path, content: dict[str, object], says: str) -> None:
    file = tmp_path / "job.json"
    file.write_text(json.dumps({**json.loads(EXAMPLES[0].read_text()), **content}))

    code, output = run("evaluate", str(file))

    assert code == 2
    assert says in output


def test_file_of_fifty_megabytes_is_not_even_read(tmp_path: Path) -> None:
    file = tmp_path / "job.json"
    with file.open("wb") as opened:
        opened.truncate(50_000_000)

    code, output = run("evaluate", str(file))

    assert code == 2
    assert "has 50 MB; a job file has at most 5 MB" in output


def test_empty_job_is_answered() -> None:
    assert evaluate(Rig()).figures["storage.need_wh"].value == 0


def test_the_page_of_figures_is_the_one_in_the_tree() -> None:
    assert (ROOT / "docs/figures.md").read_text() == run("figures")[1], "script/ryokan figures > docs/figures.md"


def test_the_schema_of_job_files_is_the_one_in_the_tree_and_describes_the_examples() -> None:
    code, output = run("job-schema")

    assert code == 0
    assert output == (ROOT / "docs/job-file.schema.json").read_text()
    schema = json.loads(output)
    for path in (*EXAMPLES, *FROZEN):
        assert set(json.loads(path.read_text())) <= set(schema["properties"])


@pytest.mark.parametrize("path", FROZEN, ids=lambda path: path.stem)
def test_a_file_of_every_version_can_be_read_for_ever(path: Path) -> None:
    # Written by the version that its name says, and never changed again.
    file = read_job_file(path.read_bytes())

    assert evaluate(file.options[0].rig).figures["storage.need_wh"].number > 0


def _rig(path: Path) -> Rig:
    return Rig.model_validate(json.loads(path.read_text())["options"][0]["rig"])


def test_check_prints_what_is_found_and_ends_with_one_where_something_does_not_fit() -> None:
    code, output = run("check", str(ROOT / "examples/nurses-fifth-wheel.json"))
    assert code == 1
    told = [line for line in output.splitlines() if line.startswith("  Danger")]
    assert told and output.index(told[0]) == output.index("  Danger")
    assert "need" not in output.splitlines()[2]  # the ledger is not printed
    code, output = run("check", str(ROOT / "examples/eye-clinic-shuttle-bus.json"))
    assert (code, "No rule is broken" in output) == (0, True)


def test_schedules_are_written_as_csv_workbook_and_json(tmp_path: Path) -> None:
    path = str(ROOT / "examples/eye-clinic-shuttle-bus.json")
    code, whole = run("schedule", path)
    assert code == 0 and [line for line in whole.splitlines() if line in ("Cables", "Cut list", "Spools")] == [
        "Cables",
        "Cut list",
        "Spools",
    ]
    code, pieces = run("schedule", path, "--only", "pieces", "--units", "us")
    assert code == 0 and pieces.startswith("Mark,From – to,Cable,Colour,Cut [ft],")
    assert "\nINV+,bus to the inverter,1 AWG,red,3.492," in pieces.replace("\r", "")  # 3 ft and 15 cm
    code, text = run("schedule", path, "--json")
    document = json.loads(text)
    assert code == 0 and document["format"] == "ryokan.schedule.1"
    assert {*document["schedules"]} == {"cables", "fuses", "circuits", "terminals", "pieces", "totals", "lugs", "spools"}
    assert run("schedule", path, "--xlsx")[0] == 2
    out = tmp_path / "s.xlsx"
    assert run("schedule", path, "--xlsx", "--out", str(out))[0] == 0 and out.read_bytes()[:2] == b"PK"


def test_what_was_read_what_follows_and_what_was_seen_stand_in_the_shell_too(tmp_path: Path) -> None:
    job = json.loads(next(path for path in EXAMPLES if "nurses" in path.name).read_text())
    survey = job["options"][0]["rig"]["survey"]
    survey["readings"] = {
        "r0": {"quantity": "missing_ah", "value": 20, "unit": "Ah", "at": "2026-05-03T09:00:00"},
        "r1": {"quantity": "bank_amps", "value": -5, "unit": "A", "at": "2026-05-03T09:00:00"},
    }
    survey["looks"] = {"bay": {"name": "battery bay", "seen": {"heat_marks": "seen"}, "nothing_else": True}}
    file = tmp_path / "job.json"
    file.write_text(json.dumps(job))

    code, output = run("evaluate", str(file))
    assert code == 0
    assert "battery bay: seen: insulation brown or hard from heat; nothing else seen here" in output
    assert "Follows: At 5 A it lasts" in output
    told = json.loads(run("evaluate", str(file), "--json")[1])
    assert told["sights"][0]["place"] == "battery bay"
    assert [one["code"] for one in told["follows"]] == ["lasts"]
    assert isinstance(told["readings"], list)
