"""Tables of the second opinion, typed anew from the standards that each names; all from memory of them, unverified."""

from __future__ import annotations

from math import log, sqrt

# NEC Chapter 9 Table 8, stranded uncoated copper: mm², Ω/km at 75 °C.
AWG = {
    "18": (0.823, 26.1),
    "16": (1.31, 16.4),
    "14": (2.08, 10.3),
    "12": (3.31, 6.50),
    "10": (5.261, 4.07),
    "8": (8.367, 2.551),
    "6": (13.30, 1.608),
    "4": (21.15, 1.010),
    "2": (33.62, 0.634),
    "1": (42.41, 0.505),
    "1/0": (53.49, 0.399),
    "2/0": (67.43, 0.317),
    "3/0": (85.01, 0.2512),
    "4/0": (107.2, 0.1996),
}
# IEC 60228 class 5, plain copper: Ω/km at 20 °C.
MM2 = {
    "1.5": 13.3,
    "2.5": 7.98,
    "4": 4.95,
    "6": 3.30,
    "10": 1.91,
    "16": 1.21,
    "25": 0.780,
    "35": 0.554,
    "50": 0.386,
    "70": 0.272,
    "95": 0.206,
    "120": 0.161,
    "150": 0.129,
}
# ABYC E-11, single conductors under 50 V outside engine spaces: A at 60, 75, 90, 105 °C.
ABYC = {
    "18": (10, 10, 20, 20),
    "16": (15, 15, 25, 25),
    "14": (20, 20, 30, 35),
    "12": (25, 25, 40, 45),
    "10": (40, 40, 55, 60),
    "8": (55, 65, 70, 80),
    "6": (80, 95, 100, 120),
    "4": (105, 125, 135, 160),
    "2": (140, 170, 180, 210),
    "1": (165, 195, 210, 245),
    "1/0": (195, 230, 245, 285),
    "2/0": (225, 265, 285, 330),
    "3/0": (260, 310, 330, 385),
    "4/0": (300, 360, 385, 445),
}
# ISO 13297 Table A.1, single conductors, 30 °C: A at 60, 70, 85 to 90, 105 °C; insulation for 75 °C goes by the 70 °C column.
ISO = {
    "1.5": (12, 18, 21, 25),
    "2.5": (17, 25, 30, 35),
    "4": (22, 35, 40, 45),
    "6": (29, 45, 50, 60),
    "10": (40, 65, 70, 90),
    "16": (54, 90, 100, 130),
    "25": (71, 120, 140, 170),
    "35": (87, 160, 185, 210),
    "50": (105, 210, 230, 270),
    "70": (135, 265, 285, 330),
    "95": (165, 310, 330, 390),
    "120": (190, 360, 400, 450),
    "150": (220, 380, 430, 475),
}
COLUMN = {60: 0, 75: 1, 90: 2, 105: 3}
# NEC Table 310.16: A at 60 and 75 °C; 18 to 10 AWG in vehicles by Table 551.10(E)(1).
NEC = {
    "18": (6, 6),
    "16": (8, 8),
    "14": (15, 15),
    "12": (20, 20),
    "10": (30, 30),
    "8": (40, 50),
    "6": (55, 65),
    "4": (70, 85),
    "2": (95, 115),
    "1": (110, 130),
    "1/0": (125, 150),
    "2/0": (145, 175),
    "3/0": (165, 200),
    "4/0": (195, 230),
}
RV_FUSES = {"18": 6, "16": 8, "14": 15, "12": 20, "10": 30}
# Engine spaces: ABYC E-11 note 1 at 50 °C; ISO 13297 note to Table A.1 at 60 °C, which has none for 60 °C insulation.
ENGINE = {"awg": {60: 0.58, 75: 0.75, 90: 0.82, 105: 0.85}, "mm2": {75: 0.75, 90: 0.82, 105: 0.86}}
AIR_C = {"awg": {"cabin": 30, "engine_space": 50, "roof": 65}, "mm2": {"cabin": 30, "engine_space": 60, "roof": 65}}
# Conductors that lie together: up to so many, share that is left. NEC 310.15(C)(1), ABYC E-11, ISO 13297 Table A.2.
BUNDLES = {
    "na_vehicle": ((3, 1), (6, 0.8), (9, 0.7), (20, 0.5), (30, 0.45), (40, 0.4), (99, 0.35)),
    "na_marine": ((2, 1), (3, 0.7), (6, 0.6), (24, 0.5), (99, 0.4)),
    "international": ((3, 1), (6, 0.7), (24, 0.6), (99, 0.5)),
}
BURIED = ((50, 0.88), (100, 0.78), (200, 0.63), (400, 0.51), (10_000, 0.5))  # BS 7671 Table 52.2, mm
# ISO 8820-3 and -5: ratings of blades from 5 A up and of bolted fuses.
ISO_8820 = (5, 7.5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 100, 125, 150, 175, 200, 225, 250, 300, 350, 400, 450, 500)
# NEC 240.6(A), with its additional ratings for fuses.
NEC_240 = (
    1, 3, 6, 10, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400, 450, 500,
    600, 601, 700, 800, 1000, 1200,
)  # fmt: skip
# A fuse along the cable from what feeds it, metres: bare, sheathed, sheathed straight from a battery.
# NEC 551.10(E)(3) 18 in; ABYC E-11 7, 40 and 72 in; ISO 13297 200 mm, 1.8 m in a sheath.
PLACES = {"na_vehicle": (0.457, 0.457, 0.457), "na_marine": (0.175, 1.02, 1.83), "international": (0.2, 1.8, 1.8)}
# ISO 8820-3 and -5, the longest times: share of the rating, seconds.
OPENS = {
    "blade": ((1.35, 600), (2, 5), (3.5, 0.5), (6, 0.1)),
    "mega": ((1.35, 1800), (2, 15), (3.5, 5), (6, 1)),
}
OVER_COPPER = {"copper": 1.0, "copper_clad_aluminium": 1.6, "aluminium": 1.64}  # resistance of the same size
HEADROOM, SHARING, DISTRIBUTION, STEP_DOWN, DC_DC = 1.25, 0.8, 0.97, 0.92, 0.9  # common practice
BRIGHT_SUN = 1.25  # NEC 690.8(A)(1)
DROP = {True: 0.03, False: 0.10}  # ABYC E-11: critical, and not
CLEARED_S = 5.0  # IEC 60364-4-43


def k_of(insulation_c: float, material: str) -> float | None:
    """k of IEC 60364-4-43 to 160 °C, by its own formula: constant × √ln((β + 160) ÷ (β + θ))."""
    constants = {"copper": (226, 234.5), "aluminium": (148, 228)}.get(material)
    if constants is None:
        return None
    constant, beta = constants
    return constant * sqrt(log((beta + 160) / (beta + insulation_c)))


def upto(steps: tuple[tuple[float, float], ...], value: float) -> float:
    """The share of the first step that reaches a value."""
    return next(share for most, share in steps if value <= most)
