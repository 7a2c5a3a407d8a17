"""The file NOTICE: what ships with the program and is by others."""

from __future__ import annotations

from ryokan.core.data.shipped import shipped

HEAD = """Ryokan
Licensed under the Apache License, Version 2.0; see LICENSE.

What ships with it and is by others, printed by script/ryokan notice:
"""
TAIL = """
The libraries that the interface is built of stand with their licences in assets/licences.md of the built interface.
"""


def notice() -> str:
    """The whole file."""
    said = []
    for one in shipped():
        lines = [one.title, f"  by {one.by}", f"  {one.licence}{f', {one.licence_url}' if one.licence_url else ''}"]
        said.append("\n".join([*lines, *([f"  {one.changes}"] if one.changes else [])]))
    return "\n\n".join([HEAD.rstrip("\n"), *said]) + "\n" + TAIL
