"""The engine of the trial run as plain Python: its own source, over lists, with nothing compiled."""

from __future__ import annotations

import sys
from pathlib import Path
from types import ModuleType
from typing import Any

import numpy as np

from ryokan.core.trial import engine


def plain() -> ModuleType:
    """The module of the engine with a decorator that does nothing in place of the compiler's."""
    idle = ModuleType("numba")
    idle.__dict__["njit"] = lambda *_, **__: lambda function: function
    module = ModuleType("plain_engine_source")
    kept = sys.modules.get("numba")
    sys.modules["numba"] = idle
    try:
        exec(compile(Path(engine.__file__).read_text(encoding="utf-8"), engine.__file__, "exec"), module.__dict__)
    finally:
        if kept is not None:
            sys.modules["numba"] = kept
        else:
            del sys.modules["numba"]
    return module


def as_lists(arguments: tuple[Any, ...]) -> tuple[Any, ...]:
    """The same arguments with lists for arrays; what is written goes into the lists."""
    return tuple(one.tolist() if isinstance(one, np.ndarray) else one for one in arguments)
