"""Text and JSON that can be kept: no character that PostgreSQL refuses, no number beyond a float, no bottomless nesting."""

from __future__ import annotations

import json
import math
import re
from collections.abc import Iterator
from typing import Any

from ryokan.core.errors import DomainError

MAX_DEPTH = 60  # a rig has about eight
MAX_ENTRIES = 5_000  # of one object; the largest of a rig has 2 000
MAX_VALUES = 200_000  # of a document; a weather file has 90 000
LARGEST = 1.7e308  # the largest double precision number, IEEE 754
# PostgreSQL keeps every character of Unicode but U+0000; halves of a surrogate pair are no characters at all.
_UNKEEPABLE = re.compile("[\0\ud800-\udfff]")
# Characters that XML 1.0 (production 2, Char) has no place for, so no workbook and no drawing either. Word processors put some
# of them between lines.
_UNWRITABLE = re.compile("[\x01-\x08\x0b\x0c\x0e-\x1f\ufffe\uffff]")


class UnreadableJson(DomainError):
    """Text is no JSON that can be taken; ``pointer`` says where in it."""

    code = "json.unreadable"

    def __init__(self, message: str, pointer: str = "") -> None:
        super().__init__(message)
        self.pointer = pointer


class NotJson(UnreadableJson):
    """Text is no JSON at all."""

    code = "json.malformed"


def unkeepable(text: str) -> str:
    """What is wrong with a text that cannot be kept, as a sentence; nothing where nothing is."""
    found = _UNKEEPABLE.search(text)
    if found is None:
        return ""
    return f"The character U+{ord(found[0]):04X} at place {found.start() + 1} cannot be kept. Leave it out."


def writable(text: str) -> str:
    """A text with a space for each character that no workbook and no drawing can hold."""
    return _UNWRITABLE.sub(" ", text)


def read_json(content: str | bytes) -> Any:
    """A document of which everything can be kept, and its texts written into any file: see :func:`writable`.

    Raises
    ------
    UnreadableJson
        It is not JSON after RFC 8259 (NaN and Infinity are not), nested deeper than anything here, has a number beyond
        double precision, or a character that cannot be kept.
    """
    try:
        document = json.loads(content, parse_constant=_no_constant)
    except RecursionError as error:
        raise UnreadableJson(_TOO_DEEP) from error
    except UnicodeDecodeError as error:
        raise NotJson("This is not text in UTF-8.") from error
    except json.JSONDecodeError as error:
        raise NotJson(f"This is not JSON: {error}.") from error
    except ValueError as error:  # more digits than Python turns into a number
        raise UnreadableJson("A number has more digits than any that can be kept.") from error
    for pointer, fault in _faults(document):
        raise UnreadableJson(fault, pointer)
    return _writable_throughout(document)


def _writable_throughout(node: Any) -> Any:
    """The same document; what no workbook can hold is a space in it."""
    if isinstance(node, str):
        return writable(node) if _UNWRITABLE.search(node) else node
    if isinstance(node, dict):
        return {writable(name): _writable_throughout(value) for name, value in node.items()}
    return [_writable_throughout(value) for value in node] if isinstance(node, list) else node


_TOO_DEEP = f"This is nested deeper than {MAX_DEPTH} levels."


def _no_constant(name: str) -> None:
    raise UnreadableJson(f"{name} is no number that can be kept.")


def _faults(document: Any) -> Iterator[tuple[str, str]]:
    """Where something cannot be kept, and why."""
    waiting: list[tuple[str, Any]] = [("", document)]
    seen = 0
    while waiting:
        pointer, node = waiting.pop()
        seen += 1
        if seen > MAX_VALUES:
            yield "", f"There are more than {MAX_VALUES} values in this."
            return
        if isinstance(node, dict) and len(node) > MAX_ENTRIES:
            yield pointer, f"There are {len(node)} entries here; at most {MAX_ENTRIES} are taken."
            return
        if isinstance(node, dict | list):
            if pointer.count("/") >= MAX_DEPTH:
                yield pointer, _TOO_DEEP
                continue
            for key, value in node.items() if isinstance(node, dict) else enumerate(node):
                if isinstance(key, str) and (fault := unkeepable(key)):
                    yield pointer, f"The name of an entry: {fault}"
                elif not isinstance(value, bool | None):
                    waiting.append((f"{pointer}/{_escaped(key)}", value))
        elif isinstance(node, str):
            if fault := unkeepable(node):
                yield pointer, fault
        elif not isinstance(node, bool | None) and not (abs(node) <= LARGEST and math.isfinite(node)):
            yield pointer, "This number is larger than any that can be kept."


def _escaped(key: str | int) -> str:
    """A part of a JSON pointer, RFC 6901."""
    return str(key).replace("~", "~0").replace("/", "~1")
