"""What a charger gives in each profile, as typed off its sheet: ``quiet 25 A 14.4 V 13.5 V; AGM 50 A 14.7 V lead``."""

from __future__ import annotations

import re
from collections.abc import Iterable
from functools import lru_cache
from typing import Annotated

from pydantic import AfterValidator, Field

from ryokan.core.charging.values import ChargeAmps, ChargeSettings
from ryokan.core.errors import UnreadableQuantity

MAX_PROFILES = 8
_NUMBER = r"[0-9]+(?:[.,][0-9]+)?"
# A name, its amps, and as far as they are known the volts where it absorbs, those where it floats, and what it is for.
_ONE = re.compile(
    rf"(?P<name>.*?\S)[:,]?\s+(?P<amps>{_NUMBER})\s*A"
    rf"(?:[\s,/]+(?P<absorbs>{_NUMBER})\s*V(?:[\s,/]+(?P<floats>{_NUMBER})\s*V)?)?"
    r"(?:[\s,]+(?P<kind>lithium|lead))?",
    re.IGNORECASE,
)


ProfileName = Annotated[str, Field(min_length=1, max_length=40)]


class ChargeProfile(ChargeSettings):
    """One profile that a charger can be set to: how much it gives in it, and at which volts."""

    name: ProfileName
    output_a: ChargeAmps


@lru_cache(maxsize=1024)
def read_profiles(text: str) -> tuple[ChargeProfile, ...]:
    """The profiles of a charger, one behind each ``;``; of an empty text none. [A, V]

    Raises
    ------
    UnreadableQuantity
        One of them cannot be read, a name comes twice, or there are too many; the message says which and how it is written.
    """
    said = [one.strip() for one in text.split(";") if one.strip()]
    found = tuple(_read(one) for one in said)
    names = [one.name.casefold() for one in found]
    if len(set(names)) != len(names):
        raise UnreadableQuantity("two of the profiles have the same name")
    if len(found) > MAX_PROFILES:
        raise UnreadableQuantity(f"at most {MAX_PROFILES} profiles are kept")
    return found


def _read(text: str) -> ChargeProfile:
    match = _ONE.fullmatch(text)
    if match is None or len(match["name"]) > 40:
        raise UnreadableQuantity(
            f"“{text[:60]}” is no profile; write its name, amps and volts, such as “quiet 25 A 14.4 V 13.5 V”"
        )
    volts = [None if said is None else float(said.replace(",", ".")) for said in (match["absorbs"], match["floats"])]
    amps = float(match["amps"].replace(",", "."))
    if not 0 < amps <= 2_000 or any(volt is not None and not 0 < volt <= 80 for volt in volts):
        raise UnreadableQuantity(f"“{text[:60]}”: up to 2000 A and 80 V are possible here")
    kind = (match["kind"] or "").lower()
    lithium = {"lithium": "yes", "lead": "no"}.get(kind)
    return ChargeProfile.model_validate(
        {"name": match["name"], "output_a": amps, "stops_at_v": volts[0], "float_v": volts[1], "lithium": lithium}
    )


def _readable(text: str) -> str:
    read_profiles(text)
    return text


# As it is typed; every text of that kind can be read.
Profiles = Annotated[
    str,
    Field(
        max_length=400, description="What it gives in each profile, such as `quiet 25 A 14.4 V 13.5 V; AGM 50 A 14.7 V lead`."
    ),
    AfterValidator(_readable),
]


def profile_named(profiles: Iterable[ChargeProfile], name: str | None) -> ChargeProfile | None:
    """The profile of that name, however it is capitalised; None where there is none."""
    if name is None:
        return None
    return next((one for one in profiles if one.name.casefold() == name.casefold()), None)
