"""How much script a browser fetches before the first view stands, out of what the build wrote."""

from __future__ import annotations

import gzip
import json
from collections.abc import Iterable, Mapping
from typing import Any

from dev.install import FRONTEND
from dev.stages import Failed

DIST = FRONTEND / "dist"
LIMIT_KB = 180  # compressed
ENTRY = "index.html"
RIG = "src/app/rig/RigPage.tsx"


def first_views(manifest: Mapping[str, Any]) -> dict[str, list[str]]:
    """What may be opened first: the list of jobs, or any page of a rig's step by its address."""
    steps = [name for name in manifest if name in manifest[RIG].get("dynamicImports", []) and name.endswith("Page.tsx")]
    return {"jobs": [ENTRY], **{name.rsplit("/", 1)[1].removesuffix("Page.tsx").lower(): [ENTRY, RIG, name] for name in steps}}


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

    return {view: sum(map(kb, with_imports(entries, set()))) for view, entries in first_views(manifest).items()}


def check() -> None:
    """Every first view stays under the limit.

    Raises
    ------
    Failed
        One does not.
    """
    sizes = sizes_kb()
    print("  first views, kB of compressed script: " + ", ".join(f"{view} {kb:.0f}" for view, kb in sizes.items()))
    if too_large := [view for view, kb in sizes.items() if kb > LIMIT_KB]:
        raise Failed(f"The first view of {', '.join(too_large)} takes more than {LIMIT_KB} kB of compressed script.")
