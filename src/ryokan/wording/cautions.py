"""The caution that goes with every output."""

CAUTION = (
    "Ryokan checks the rules listed in its documentation against what was typed. It has not seen the vehicle. "
    "It does not replace the local code, the maker's instructions or a licensed person. "
    "Tables marked “from memory” have not yet been compared with the printed standard."
)
