"""Choices that cables and fuses have in common, whether they lie in a vehicle or stand in a list of parts."""

from __future__ import annotations

from typing import Literal, TypeAlias

InsulationC = Literal[60, 75, 90, 105]
Material: TypeAlias = Literal["copper", "copper_clad_aluminium", "aluminium"]
# Fuses by how they are built; which volts and which fault current one breaks is a matter of the fuse, not of its family.
FuseFamily: TypeAlias = Literal["class_t", "anl", "mega", "mrbf", "blade", "breaker", "gg"]
StudSize: TypeAlias = Literal["M4", "M5", "M6", "M8", "M10", "M12"]
