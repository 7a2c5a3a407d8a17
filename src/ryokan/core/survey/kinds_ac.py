"""The AC side among the things that a line of the survey may name: panels, guards, and what is said of how they are joined."""

from __future__ import annotations

from ryokan.core.lines.kind import LineKind, Phrase, called, phrase
from ryokan.core.survey import finish

A_PANEL = r"(?:ac |breaker |mains )*panel|breaker box|consumer unit"
BONDED = (
    phrase(
        r"(?:neutral(?:[- ](?:to[- ])?(?:ground|earth))? )?bond(?:ed|ing)? (?:by (?:a |its )?)?relay|neutral relay",
        bond="relay",
    ),
    phrase(r"floating(?: neutral)?|neutral floats|(?:neutral )?(?:is )?not bonded|unbonded|no (?:neutral )?bond", bond="none"),
    phrase(r"neutral (?:is )?(?:always )?bonded(?: always)?|bonded neutral|fixed bond", bond="fixed"),
)
TRANSFER = (
    phrase(
        r"between (?:the )?(?:shore|hook-?up|mains|grid) (?:and|or) (?:the )?inverter"
        r"|between (?:the )?inverter (?:and|or) (?:the )?(?:shore|hook-?up|mains|grid)"
    ),
    phrase(r"(?:with )?(?:an? )?(?:internal|built[- ]?in) transfer(?: switch| relay)?", transfer="inverter", feeds="panel"),
    phrase(
        r"(?:by |through |via |with )?(?:an? )?"
        r"(?:automatic transfer(?: switch| relay)?|auto(?:matic)? change-?over|ats|transfer relay)",
        transfer="relay",
        feeds="panel",
    ),
    phrase(
        r"(?:by |through |via |with )(?:an? )?(?:(?:manual|hand|rotary)[- ])?(?:transfer|change-?over)(?: switch)?",
        transfer="switch",
        feeds="panel",
    ),
    # A bare one; behind amps they are what it passes.
    phrase(
        r"(?<!a )(?<!amp )(?<!amps )(?:(?:manual|hand|rotary)[- ])?(?:transfer|change-?over) switch",
        transfer="switch",
        feeds="panel",
    ),
    phrase(
        r"(?:by )?(?:moving|plugging) (?:the )?(?:shore )?(?:cord|lead)(?: in(?:to (?:it|the inverter))?)?"
        r"|(?:shore )?(?:cord|lead) (?:is )?(?:moved|plugged)"
        r"(?: by hand)?(?: in(?:to (?:it|the inverter))?)?(?: by hand)?"
        r"|plugged into the inlet",
        transfer="cord",
        feeds="panel",
    ),
    phrase(
        r"(?:with )?(?:pass(?:es)?[- ](?:it )?(?:through|on)|(?:internal|built[- ]in) transfer)(?: of shore)?",
        transfer="inverter",
        feeds="panel",
    ),
)
_RCD = r"rcds?|rcbos?|rccbs?|residual[- ]current(?: device)?s?"
_GFCI = r"gfci(?: outlets?| breakers?)?s?|gfi|ground[- ]fault(?: (?:device|breaker|outlet|interrupter)s?)?"
_NO_RCD = {"device": "rcd", "rcd": "none"}
_MILLIAMPS = phrase(r"\d+\s*ma")
RCD_TYPES = tuple(
    phrase(rf"type[- ]?{letter}(?: (?:{_RCD}))?|(?:{_RCD})(?:,? of)? type[- ]?{letter}", rcd=letter)
    for letter in ("ac", "a", "f", "b")
)
AC_PANEL = LineKind(
    "ac_panel",
    called(
        r"(?:(?:ac|breaker|mains|main|sub)[- ]?)+panel|breaker box|consumer unit|(?:load|power) cent(?:er|re)"
        r"|(?:ac|230\s*v|120\s*v|mains) distribution(?: panel| board)?|mains board|(?:panel|breaker)[- ]?board"
    ),
    {"amps": "main_a"},
    (
        phrase(r"main (?:breaker )?panel"),
        phrase(r"sub[- ]?panel", name="Sub panel"),
        phrase(r"fed (?:by|from) (?:the |an? )?[a-z]+", note=lambda match: match[0]),
        phrase(r"(?:with )?two legs?|split[- ]phase|120/240\s*v?", legs=2),
        phrase(r"one leg|single leg|single[- ]phase", legs=1),
        phrase(r"no (?:shared|common) neutrals?", shared_neutral="no"),
        phrase(r"(?:shared|common) neutrals?|multi-?wire(?: branch)?(?: circuits?)?|mwbc", shared_neutral="yes"),
        phrase(r"(?:double|two|2)[- ]pole(?: main)?(?: breaker)?|dp main", main_poles=2),
        phrase(r"(?:single|one|1)[- ]pole(?: main)?(?: breaker)?", main_poles=1),
        phrase(
            r"neutral (?:and (?:earth|ground) )?(?:is |are )?(?:bonded|joined)(?: (?:to|with) (?:earth|ground))?"
            r"|bonded neutral",
            bond="bonded",
        ),
        phrase(
            r"neutral (?:and (?:earth|ground) )?(?:is |are )?(?:kept )?apart|floating neutral|neutral (?:is )?not bonded",
            bond="apart",
        ),
        phrase(rf"no (?:{_RCD}|{_GFCI})|without (?:an? )?(?:{_RCD}|{_GFCI})", main_rcd="none"),
        *(
            phrase(rf"(?:with )?(?:an? )?(?:{_RCD})(?:,? of)? type[- ]?{letter}|type[- ]?{letter} (?:{_RCD})", main_rcd=letter)
            for letter in ("ac", "a", "f", "b")
        ),
        phrase(rf"(?:with )?(?:an? )?(?:main )?(?:{_GFCI})", main_rcd="gfci"),
        phrase(rf"(?:with )?(?:an? )?(?:main )?(?:{_RCD})", main_rcd="not_read"),
        phrase(r"(?:with )?(?:an? )?main(?: breaker)?"),
        _MILLIAMPS,
        phrase(r"(?:with )?\d+ (?:breakers|circuits|ways|mcbs)(?: and)?"),
    ),
    finish=finish.ac_panel,
)
AC_GUARD = LineKind(
    "ac_guard",
    called(rf"galvanic isolator|isolat(?:ion|ing) transformer|polarity (?:indicator|light|lamp|tester|alarm)|{_RCD}|{_GFCI}"),
    absent={"there": "none"},
    heads=frozenset({"device", "_galvanic"}),
    slots={"amps": "rated_a"},
    phrases=(
        phrase(
            r"fail[- ]?safe(?: (?:with|and) (?:a )?status(?: lamp| light| indicator)?)?"
            r"|with (?:a )?status(?: lamp| light| indicator)?",
            {"device": "galvanic"},
            device="fail_safe",
        ),
        phrase(r"no (?:galvanic )?isolator", device="galvanic", there="none"),
        phrase(r"no polarity (?:indicator|light|lamp|tester|alarm)", device="polarity", there="none"),
        phrase(r"(?:no|without(?: an?)?) status(?: lamp| light| indicator)?", device="galvanic"),
        phrase(r"galvanic isolator", _galvanic=True),
        phrase(r"isolat(?:ion|ing) transformer", device="transformer"),
        phrase(r"polarity (?:indicator|light|lamp|tester|alarm)", device="polarity"),
        phrase(rf"no (?:{_RCD}|{_GFCI})", device="rcd", rcd="none"),
        phrase(r"gfci outlets?", _NO_RCD, device="rcd", rcd="gfci", covers="outlets"),
        *(Phrase(one.pattern, {"device": "rcd", **one.sets}) for one in RCD_TYPES),
        phrase(rf"{_GFCI}", _NO_RCD, device="rcd", rcd="gfci"),
        phrase(rf"{_RCD}", _NO_RCD, device="rcd"),
        phrase(
            r"(?:for |on |over |guards )?(?:the )?(?:whole|all|everything|whole (?:boat|vehicle|vessel)|main|inlet)",
            covers="all",
        ),
        phrase(r"(?:for |on |at |over )?(?:the |all )?outlets?", covers="outlets"),
        _MILLIAMPS,
        phrase(r"double[- ]pole|two[- ]pole"),
        phrase(r"circuits?"),
    ),
    finish=finish.guard,
)
