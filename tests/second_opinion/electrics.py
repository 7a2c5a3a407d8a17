"""What each run carries, bears, loses and draws in a fault, reckoned again from the network alone."""

from __future__ import annotations

from dataclasses import dataclass, field
from math import inf, sqrt
from typing import Any

from second_opinion import tables as t

CRITICAL = {"computing", "medical", "navigation", "refrigeration", "standing", "water"}
WARM_C = 75.0


def owner(terminal: str) -> str:
    return terminal.rpartition(".")[0]


@dataclass
class Cable:
    """One run of the document, with what was reckoned of it."""

    raw: dict[str, Any]
    net: dict[str, Any]
    before: Cable | None = None
    after: list[Cable] = field(default_factory=list)
    amps: float | None = None
    path_ohm: float | None = None
    path_v: float | None = None

    def __getattr__(self, name: str) -> Any:
        try:
            return self.raw[name]
        except KeyError:
            return self.raw["said"].get(name)

    @property
    def tail(self) -> str:
        return owner(self.raw["from"])

    @property
    def head(self) -> str:
        return owner(self.raw["to"])

    @property
    def kind(self) -> str:
        start, end = self.raw["from"], self.raw["to"]
        family = self.head.partition(":")[0]
        if start.startswith(("string:", "bank.links")):
            return "string" if start.endswith(".pos") else "link"
        if family == "path":
            return "way_in" if end.endswith(".in") else "way_out"
        return {
            "controller": "array" if end.endswith(".pv") else "controller",
            "array": "pv_lead",
            "load": "branch",
            "stepdown": "step_down",
            "bus": "main",
        }.get(family, family)

    @property
    def fused(self) -> bool:
        return self.kind not in ("array", "pv_lead", "link")

    @property
    def from_bank(self) -> bool:
        return self.kind not in ("array", "pv_lead", "way_in") and not self.tail.startswith("bank:")

    @property
    def side_by_side(self) -> int:
        return int(self.raw["said"].get("cables", 1))

    @property
    def awg(self) -> bool:
        return str(self.size).startswith("awg:")

    @property
    def label(self) -> str:
        return str(self.size).partition(":")[2]

    @property
    def area(self) -> float:
        return t.AWG[self.label][0] if self.awg else float(self.label)

    @property
    def loads(self) -> list[dict[str, Any]]:
        return [self.net["nodes"][f"load:{id}"] for id in self.feeds]

    @property
    def critical(self) -> bool:
        if self.kind not in ("branch", "circuit"):
            return True
        return any(one["importance"] == "must" or one["group"] in CRITICAL for one in self.loads)

    def figure(self, name: str) -> float:
        """An assumption of the rig's own where it has one."""
        ours = {
            "fuse_headroom": t.HEADROOM, "bright_sun_factor": t.BRIGHT_SUN, "parallel_sharing_frac": t.SHARING,
            "distribution_frac": t.DISTRIBUTION, "step_down_frac": t.STEP_DOWN, "dcdc_frac": t.DC_DC, "main_drop_frac": t.DROP[True],
            "comfort_drop_frac": t.DROP[False], "conductor_temperature_c": WARM_C,
            "clad_resistance_ratio": t.OVER_COPPER["copper_clad_aluminium"], "aluminium_resistance_ratio": t.OVER_COPPER["aluminium"],
            "engine_space_awg_c": t.AIR_C["awg"]["engine_space"], "engine_space_mm2_c": t.AIR_C["mm2"]["engine_space"],
            "under_roof_c": t.AIR_C["awg"]["roof"],
        }  # fmt: skip
        return float(self.net["assumptions"].get(name, ours[name]))

    @property
    def over_copper(self) -> float:
        names = {"copper_clad_aluminium": "clad_resistance_ratio", "aluminium": "aluminium_resistance_ratio"}
        return self.figure(names[self.material]) if self.material in names else 1.0

    # What it bears -----------------------------------------------------------------------------------------------------------

    def derate(self) -> float:
        """Share left where it lies; 0 where it has no place there."""
        system, insulation = ("awg" if self.awg else "mm2"), self.insulation_c
        air = self.ambient_c
        if air is None:
            air = {
                "cabin": 30.0,
                "engine_space": self.figure(f"engine_space_{system}_c"),
                "roof": self.figure("under_roof_c"),
            }[self.zone]
            left = 1.0 if self.zone == "cabin" else _by_heat(insulation, air)
        else:
            left = _by_heat(insulation, air)
        if self.zone == "engine_space":
            left = min(left, t.ENGINE[system].get(insulation, 0.0))
        if self.bundled:
            left *= t.upto(t.BUNDLES[self.net["code_pack"]], self.bundled) if self.bundled >= 3 else 1.0
        if self.buried_mm:
            left *= t.upto(t.BURIED, self.buried_mm)
        return float(left)

    def table_a(self, insulation: int) -> float:
        return float((t.ABYC if self.awg else t.ISO)[self.label][t.COLUMN[insulation]])

    @property
    def worth(self) -> float:
        """Cables side by side, and what another metal bears of what copper does at the same heat."""
        return self.side_by_side / sqrt(self.over_copper)

    def bears(self) -> float | None:
        """What it may carry; None where insulation or material is not known, or its terminals'."""
        told, main = self.told_ampacity_a, self.kind == "main"
        known = self.insulation_c is not None and self.material is not None and not (main and self.terminal_c is None)
        if not known:
            return None if told is None else min(told, self.at_best())
        if (left := self.derate()) == 0:
            return None if told is None or main else told
        found = self.table_a(self.insulation_c) * self.worth * left
        if self.terminal_c is not None:
            found = min(found, self.table_a(self.terminal_c) * self.worth)
        elif self.net["code_pack"] == "na_vehicle" and self.awg and not main:
            found = min(found, t.NEC[self.label][0 if self.meets_a() <= 100 else 1] * self.worth)
        return float(found if told is None else min(found, told))

    def at_best(self) -> float:
        """What copper with the best insulation would bear in free air."""
        return self.table_a(105) * self.side_by_side

    def meets_a(self) -> float:
        """What its terminals meet: its fuse, else what a fuse for it would not be below."""
        if isinstance(self.fuse_a, float | int) and self.kind != "link":
            return float(self.fuse_a)
        if self.kind in ("link", "pv_lead"):
            return max(self.floor_a(), self.guarded_by() or 0.0) if self.kind == "link" else self.floor_a()
        return self.floor_a()

    def floor_a(self) -> float:
        return self.figure("fuse_headroom") * (self.amps or 0.0)

    def guarded_by(self) -> float | None:
        """What a link meets of the fuses that guard it; None where one is not known."""
        others = [one for one in self.net["cables"].values() if one.kind == "inverter" and one.tail == "bank"]
        guards = [self.before] if self.before is not None else [self.net["main"], *others]
        # Of a run whose current nobody knows nothing is concluded.
        fuses = [one.fuse_a if one.amps is not None else None for one in guards]
        if any(not isinstance(one, float | int) for one in fuses):
            return None
        return sum(fuses) * (1.0 if self.before is not None else _share(self))

    # What it loses -----------------------------------------------------------------------------------------------------------

    def ohm_per_km(self) -> float:
        warm = self.figure("conductor_temperature_c")
        if self.awg:
            return t.AWG[self.label][1] * (1 + 0.00323 * (warm - 75))
        return t.MM2[self.label] * (234.5 + warm) / (234.5 + 20)

    def loop_ohm(self) -> float | None:
        if self.length_m is None or self.material is None or self.size is None:
            return None
        return float(2 * self.length_m / 1000 * self.ohm_per_km() * self.over_copper / self.side_by_side)

    def flowing(self) -> float:
        """The amps that lose volts: of panels without what bright sun adds; of a circuit as if all hung at its end."""
        assert self.amps is not None
        if self.kind == "array":
            return float(self.net["nodes"][self.tail]["isc_a"])
        if self.kind == "circuit":
            count = len(self.feeds)
            return self.amps * (count + 1) / (2 * count)
        return self.amps

    def allowed_v(self) -> float | None:
        if self.kind in ("string", "link", "pv_lead"):
            return None
        full: Any = self.net["system_v"]
        if self.kind == "array":
            full = self.net["nodes"][self.tail]["vmp_v"]
        for side in (self.tail, self.before_beside()):
            if side in self.net["nodes"] and side.startswith("bank:") and self.net["nodes"][side]["volts"] is not None:
                full = self.net["nodes"][side]["volts"]
        if not full:
            return None
        return float(full) * self.figure("main_drop_frac" if self.critical else "comfort_drop_frac")

    def before_beside(self) -> str:
        """Of the run from an alternator the bank beside that its device feeds."""
        out = next((one for one in self.net["cables"].values() if one.kind == "way_out" and one.head == self.head), None)
        return "" if self.kind != "way_in" or out is None else out.tail


def _by_heat(insulation: float, air: float) -> float:
    """√((insulation − air) ÷ (insulation − 30)): heat given off goes with what it is warmer than the air."""
    return sqrt(max(0.0, insulation - air) / (insulation - 30))


def _share(link: Cable) -> float:
    strings = link.net["strings"] or 1
    if strings == 1 or (link.net["chemistry"] == "lithium" and strings > 1):
        return 1.0 if strings == 1 else 1 / strings / link.figure("parallel_sharing_frac")
    if link.raw["from"].startswith("string:") or link.net["take_off"] in ("posts", "equal_leads"):
        return 1 / strings / link.figure("parallel_sharing_frac")
    return (strings - 1) / strings


def reckoned(net: dict[str, Any]) -> dict[str, Cable]:
    """Every run by its mark, with currents, volts and resistances along its way."""
    cables = [Cable(raw, net) for raw in net["runs"]]
    net["cables"] = {f"{one.raw['from']}>{one.raw['to']}": one for one in cables}
    net["main"] = cables[0]
    by_head = {one.head: one for one in cables if one.kind not in ("string", "link", "array", "pv_lead", "way_in")}
    strings = {one.tail: one for one in cables if one.kind == "string"}
    for one in cables:
        one.before = strings.get(one.head) if one.kind == "link" else by_head.get(one.tail) if one.kind != "string" else None
        if one.kind in ("array", "pv_lead", "way_in"):
            one.before = None
        if one.before is not None:
            one.before.after.append(one)
    for one in cables:
        one.amps = _amps(one)
    for one in sorted(cables, key=_depth):
        _along(one)
    return net["cables"]


def _depth(one: Cable) -> int:
    return 0 if one.before is None else 1 + _depth(one.before)


def _amps(one: Cable) -> float | None:
    """What it carries, by what stands at its far end; None where nobody knows."""
    node, net, kind = one.net["nodes"].get(one.head, {}), one.net, one.kind
    cutoff = net["cutoff_v"] or inf
    if kind in ("branch", "circuit", "step_down"):
        passed = one.figure("step_down_frac" if kind == "step_down" else "distribution_frac")
        watts = [load["watts"] for load in one.loads if load["watts"] is not None]
        return sum(watts) / (passed * cutoff) if watts else None
    if kind == "panel":
        return _panel(one, cutoff)
    if kind == "inverter":
        return None if not node.get("draws_a") else max(node["draws_a"], node["charges_a"] or 0.0)
    if kind == "controller":
        return node["gives_a"] or None
    if kind == "array":
        isc = net["nodes"][one.tail]["isc_a"]
        return None if isc is None else one.figure("bright_sun_factor") * isc
    if kind == "pv_lead":
        isc = net["nodes"][one.tail]["isc_a"]
        return None if isc is None else one.figure("bright_sun_factor") * isc
    if kind in ("way_out", "charger", "way_in"):
        return _charging(one, node)
    if kind == "charge":
        fed = [_gives(other) for other in one.after]
        return sum(fed) if fed and all(amps is not None for amps in fed) else None
    if kind == "main":
        return _through_main(
            one, cutoff, net["schools"]["solar_joins"] == "charge_bus", net["schools"]["inverters_join"] == "bus"
        )
    bank = _through_main(one, cutoff, False, True)
    if kind == "string":
        return bank / net["strings"] / one.figure("parallel_sharing_frac")
    if one.before is not None:
        return _amps(one.before)
    return bank * _share(one)


def _panel(one: Cable, cutoff: float) -> float | None:
    away, ashore = 0.0, 0.0
    for ids, share in ((one.feeds, "distribution_frac"), (one.feeds_converted, "step_down_frac")):
        for id in ids:
            watts = one.net["nodes"][f"load:{id}"]["watts"]
            amps = (watts or 0.0) / (one.figure(share) * cutoff)
            if id in one.ashore:
                ashore += amps
            else:
                away += amps
    together = (one.net["dc_loads_w"] or 0.0) / cutoff
    total = min(together, away) + ashore
    known = any(one.net["nodes"][f"load:{id}"]["watts"] is not None for id in (*one.feeds, *one.feeds_converted))
    return total if known else None


def _charging(one: Cable, node: dict[str, Any]) -> float | None:
    beside = one.tail if one.tail.startswith("bank:") else one.before_beside()
    if beside.startswith("bank:"):
        gives = node["beside_a"]
        return None if not gives else gives / (one.figure("dcdc_frac") if one.kind == "way_in" else 1.0)
    if one.kind == "way_in":
        return (node["takes_a"] if node["rated_a"] is not None else node["gives_a"]) or None
    return (node["gives_a"] if one.kind == "way_out" else node["rated_a"]) or None


def _gives(one: Cable) -> float | None:
    """What a device on the charge bus gives; nothing is an answer, too."""
    node = one.net["nodes"].get(one.head, {})
    gives: float | None = node.get("rated_a") if one.kind == "charger" else node.get("gives_a")
    return gives


def _through_main(one: Cable, cutoff: float, charge_bus: bool, inverters: bool) -> float:
    units = [node for name, node in one.net["nodes"].items() if name.startswith("inverter:")]
    out = (one.net["dc_loads_w"] or 0.0) / cutoff
    within = None
    if inverters:
        out += sum(node["draws_a"] or 0.0 for node in units)
        within = next((node["charges_a"] for node in units if node["charges_a"]), None)
    charging = within if charge_bus else one.net["all_sources_a"]
    return max(out, charging or 0.0)


def _along(one: Cable) -> None:
    """Volts lost and resistance up to the end of a run, in the mode that it works in."""
    loop = one.loop_ohm()
    if loop is None or one.amps is None or one.kind == "link":
        return
    own = loop * one.flowing()
    if one.before is None:
        one.path_ohm, one.path_v = loop, own
        return
    if one.before.path_ohm is None:
        return
    one.path_ohm = one.before.path_ohm + loop
    if one.before.kind == "main":
        shared = {
            "inverter": one.before.amps,
            "panel": (one.net["dc_loads_w"] or 0.0) / (one.net["cutoff_v"] or inf),
        }.get(one.kind, one.net["all_sources_a"])
        one.path_v = None if shared is None else one.before.path_ohm * shared + own
    else:
        one.path_v = None if one.before.path_v is None else one.before.path_v + own


def faults(one: Cable) -> tuple[float | None, float | None]:
    """Highest fault current where a run begins and lowest at its end. Ohm's law: rested full volts cold, nominal volts warm."""
    net = one.net
    if not net["bank_is_chosen"] or not net["resistance_ohm"] or one.kind == "link" or not one.from_bank:
        return None, None
    full, ohm, strings = net["full_rest_v"], net["resistance_ohm"], net["strings"] or 1
    if one.kind == "string":
        return full / (ohm * strings / (strings - 1)), None
    cold = (234.5 + 20) / (234.5 + one.figure("conductor_temperature_c"))
    high = full / ohm if one.before is None else None
    if one.before is not None and one.before.path_ohm is not None:
        high = full / (ohm + one.before.path_ohm * cold)
    return high, None if one.path_ohm is None else net["nominal_v"] / (ohm * strings + one.path_ohm)
