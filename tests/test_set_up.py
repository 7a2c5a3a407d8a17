"""What set-up relies on in the tree."""

from __future__ import annotations

import json

from builders import ROOT


def test_the_lock_file_names_every_package_of_every_platform() -> None:
    """Otherwise `npm ci` refuses it, and `npm install` writes what is missing into the tree."""
    packages = json.loads((ROOT / "frontend/package-lock.json").read_text(encoding="utf-8"))["packages"]

    lacking = [
        f"{path or 'the project'} needs {name}"
        for path, package in packages.items()
        for name in {**package.get("dependencies", {}), **package.get("optionalDependencies", {})}
        if not any(f"{folder}node_modules/{name}" in packages for folder in folders_above(path))
    ]

    assert lacking == []


def folders_above(path: str) -> list[str]:
    """Where Node looks for what a package needs, as prefixes: its own folder, then those it lies in."""
    names = [name.rstrip("/") for name in path.split("node_modules/")[1:]]
    return ["".join(f"node_modules/{name}/" for name in names[:depth]) for depth in range(len(names) + 1)]
