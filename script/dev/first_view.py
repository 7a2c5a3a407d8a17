"""How much script a browser fetches before the first view stands, out of what the build wrote."""

from __future__ import annotations

import gzip
import json
from collections.abc import Iterable

from dev.install import FRONTEND
from dev.stages import Failed

DIST = FRONTEND / "dist"
LIMIT_KB = 180  # compressed
ENTRY = "index.html"
FIRST_VIEWS = {
    "jobs": [ENTRY],
    "loads": [ENTRY, "src/app/rig/RigPage.tsx", "src/features/loads/LoadsPage.tsx"],
    "brief": [ENTRY, "src/app/rig/RigPage.tsx", "src/features/brief/BriefPage.tsx"],
}


def sizes_kb() -> dict[str, float]:
    """Kilobytes (1000 bytes) of compressed script by first view."""
    manifest = json.loads((DIST / ".vite/manifest.json").read_text(encoding="utf-8"))

    def with_imports(names: Iterable[str], seen: set[str]) -> set[str]:
        for name in names:
            if name not in seen:
                seen.add(name)
                with_imports(manifest[name].get("imports", []), seen)
        return seen

    def kb(name: str) -> float:
        return len(gzip.compress((DIST / manifest[name]["file"]).read_bytes())) / 1000

    return {view: sum(map(kb, with_imports(entries, set()))) for view, entries in FIRST_VIEWS.items()}


def check() -> None:
    """Every first view stays under the limit.

    Raises
    ------
    Failed
        One does not.
    """
    for view, kb in sizes_kb().items():
        print(f"  first view of {view}: {kb:.1f} kB of compressed script")
        if kb > LIMIT_KB:
            raise Failed(f"The first view of {view} takes {kb:.0f} kB of compressed script, more than {LIMIT_KB}.")
