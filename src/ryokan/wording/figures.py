"""What each figure is called, and the page that lists them all."""

from __future__ import annotations

import re
from collections.abc import Mapping
from functools import lru_cache

from ryokan.core.charging.recharge import UNITS as RECHARGE_UNITS
from ryokan.core.data.assumptions import assumptions, curves
from ryokan.core.links.moved import UNITS as MOVED_UNITS
from ryokan.core.question import MONEY, Step, overlap
from ryokan.core.registry import STEPS
from ryokan.core.storage.running import UNITS as RUNNING_UNITS
from ryokan.core.trial.figures import UNITS as TRIAL_UNITS
from ryokan.wording.steps import of_all_steps

# Key pattern -> title. The keys are the public contract of docs/figures.md.
TITLES = of_all_steps("TITLES")

_PATTERNS = [(re.compile(re.escape(key).replace(r"\*", "[a-z0-9_~-]+") + r"\Z"), key) for key in TITLES]

CHEMISTRY_NAMES = {
    "lfp": "lithium iron phosphate",
    "nmc": "lithium NMC modules",
    "agm": "AGM lead",
    "gel": "gel lead",
    "flooded": "flooded lead",
    "sealed_wet": "sealed wet lead",
    "custom": "another chemistry",
}


@lru_cache(maxsize=4096)
def pattern_of(key: str) -> str | None:
    """The pattern of :data:`TITLES` that a key follows."""
    if key in TITLES:
        return key
    return next((pattern for matcher, pattern in _PATTERNS if matcher.match(key)), None)


def title(key: str) -> str:
    """What a figure is called, with the chemistry where there are several.

    Raises
    ------
    LookupError
        No title stands for such a key.
    """
    if key.startswith("assumptions.custom.") and key.endswith((".x", ".y")):
        curve = curves()[key.removeprefix("assumptions.")[:-2]].title
        return f"{curve[0].upper()}{curve[1:]}, {'from' if key.endswith('.x') else 'to'}, as typed"
    if key.startswith("assumptions."):
        about = assumptions()[key.removeprefix("assumptions.")]
        chemistry = about.id.partition(".")[0]
        text = about.title[0].upper() + about.title[1:]
        return f"{text}, {CHEMISTRY_NAMES[chemistry]}" if chemistry in CHEMISTRY_NAMES else text
    pattern = pattern_of(key)
    if pattern is None:
        raise LookupError(f"figure {key} has no title")
    if pattern.startswith("storage.alternatives."):
        return f"{TITLES[pattern]}, {CHEMISTRY_NAMES[key.split('.')[2]]}"
    return TITLES[pattern]


_PAGE_HEAD = """# Figures

Every figure of a report has a stable key. The keys are a public contract: they are added to, and neither renamed nor given
another unit. `*` stands for the id of a load, a stay, a group, a chemistry or an assumption. `script/ryokan evaluate FILE
--json` prints each with `kind`, `value`, `unit`, `formula`, `inputs`, `source` and `note`; inputs are keys again, so that one
can walk from any figure to what the customer said.

Kinds: *given* (stated by a person), *constant* (assumed, with its source), *computed*, *looked_up* (from a table or curve),
*chosen* (the smallest stock size that serves), *simulated* (out of a model, or of a trial run). Formulas use
`+ − × ÷ ^`, `min`, `max`, `sum`, `ceil`, `lookup(table, row)`,
`next_larger(table, x)` and `interp(curve, x)`; a value may be a list.

A key is absent where no answer can be given: a need for driving without driving, a cable that no stock size serves, a chosen
part that is not chosen yet. This page is printed by `script/ryokan figures`.
"""

_TABLE_HEAD = "| key | what it is | unit |\n| --- | --- | --- |"


def figures_page() -> str:
    """The page ``docs/figures.md``: every key by the step that writes it."""
    parts = [_PAGE_HEAD, *(_of_step(step) for step in STEPS)]
    parts.append(
        "## running\n\nOf a run of some loads that somebody asks about; they stand in no report.\n\n" + _rows(RUNNING_UNITS)
    )
    parts.append("## moved\n\nOf a link between two systems, by the reports of both.\n\n" + _rows(MOVED_UNITS))
    parts.append(
        "## recharge\n\nFrom a charge that somebody asks about; they stand in no report.\n\n" + _rows(RECHARGE_UNITS),
    )
    parts.append(f"## assumptions\n\n{_TABLE_HEAD}\n| `assumptions.*` | An assumption, by its id | its own |")
    return "\n\n".join(part.strip() for part in parts) + "\n"


def _of_step(step: Step) -> str:
    units = {key: unit for question in step.questions for key, unit in question.writes.items()}
    if step.name == "trial":
        return f"## trial\n\nOf a run beside the report; each names its years and its seed.\n\n{_rows(TRIAL_UNITS)}"
    return f"## {step.name}\n\n{_rows(units)}"


def _rows(units: Mapping[str, str]) -> str:
    rows = [f"| `{key}` | {_title_of(key)} | {_unit(unit)} |" for key, unit in sorted(units.items())]
    return "\n".join([_TABLE_HEAD, *rows])


def _title_of(family: str) -> str:
    """Of a family of keys with one title for each: all of them."""
    known = TITLES.get(family)
    return known or "; ".join(dict.fromkeys(words for key, words in sorted(TITLES.items()) if overlap(family, key)))


def _unit(unit: str) -> str:
    return unit.replace(MONEY, "money") or "–"
