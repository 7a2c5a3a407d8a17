"""How a thing stands on the AC side: what feeds it, who bonds its neutral, what it hangs on. What nobody said is None."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field

_ID = r"[a-z0-9][a-z0-9-]{0,39}"
THE_INVERTER = "main"  # the id under which the inverter that is reckoned with stands among several
INLET = "inlet"

# What a panel, or an inverter that passes through, is fed by.
SupplyRef: TypeAlias = Annotated[str, Field(pattern=rf"^(inlet|(inverter|generator|panel):{_ID})$", max_length=60)]
# What an appliance or a charger is plugged into: a circuit, or an outlet on an inverter itself.
HangsOn: TypeAlias = Annotated[str, Field(pattern=rf"^(circuit|inverter):{_ID}$", max_length=60)]
# Where the neutral of a source is joined to earth: by a relay while it is the source, always, or nowhere.
Bond: TypeAlias = Literal["relay", "fixed", "none"]
# A device that trips by the current that is missing on its way back: by what it sees, see IEC 60755, or a class A GFCI.
Rcd: TypeAlias = Literal["none", "not_read", "ac", "a", "f", "b", "gfci"]
Curve: TypeAlias = Literal["b", "c", "d"]
