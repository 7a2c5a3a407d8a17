"""Whether the tests notice: random small mistakes in the core, one at a time, in a scratch copy of the tree.

    script/bench --mutants SEED [COUNT]

Each mutant changes one thing – a comparison, an operator of Python or of a formula, a number, a truth – and counts as noticed
when a test of the core or of the reference fails on it. What survives is printed with its place: either a check is missing, or
the mistake makes no difference. Nothing is written to the tree itself.
"""

from __future__ import annotations

import ast
import os
import re
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from queue import Queue
from random import Random

ROOT = Path(__file__).resolve().parents[1]
CORE = Path("src/ryokan/core")
COPIED = ("src", "tests", "examples", "docs", "script", "pyproject.toml", "benchmarks")
# Most mistakes are noticed by the first of them.
TESTS = ("tests/core", "tests/reference", "tests/wording")
SECONDS_EACH = 400

_COMPARED = {"<": "<=", "<=": "<", ">": ">=", ">=": ">", "==": "!=", "!=": "==", "is": "is not", "is not": "is"}
_FORMULA = {" × ": " ÷ ", " ÷ ": " × ", " + ": " − ", " − ": " + ", "min(": "max(", "max(": "min(", "ceil(": "("}
_LOOKS_LIKE_A_FORMULA = re.compile(r"[a-z_\d)] [×÷+−] [a-z_\d(]|\b(min|max|ceil|sum)\(")


@dataclass(frozen=True, slots=True)
class Mutant:
    """One mistake: where it is made, and what stands there instead."""

    file: Path
    line: int
    start: int
    end: int
    before: str
    after: str

    def __str__(self) -> str:
        return f"{self.file}:{self.line}: {self.before!r} became {self.after!r}"


def mutants(file: Path) -> Iterator[Mutant]:
    """Every mistake that could be made in a file."""
    text = (ROOT / file).read_text(encoding="utf-8")
    lines = text.encode().splitlines(keepends=True)
    offsets = [0]
    for line in lines:
        offsets.append(offsets[-1] + len(line))
    tree = ast.parse(text)
    docs = {id(body[0].value) for node in ast.walk(tree) if (body := _body(node)) and isinstance(body[0], ast.Expr)}
    data = text.encode()

    def place(node: ast.expr) -> tuple[int, int]:
        assert node.end_lineno is not None and node.end_col_offset is not None
        return offsets[node.lineno - 1] + node.col_offset, offsets[node.end_lineno - 1] + node.end_col_offset

    def swap(node: ast.expr, start: int, end: int, after: str) -> Mutant:
        return Mutant(file, node.lineno, start, end, data[start:end].decode(), after)

    for node in ast.walk(tree):
        if id(node) in docs:
            continue
        match node:
            case ast.Compare(left=left, comparators=[right]):
                start, end = place(left)[1], place(right)[0]
                between = data[start:end].decode()
                if between.strip() in _COMPARED:
                    yield swap(node, start, end, f" {_COMPARED[between.strip()]} ")
            case ast.BinOp(left=left, right=right, op=ast.Add() | ast.Sub() | ast.Mult() | ast.Div() as op):
                start, end = place(left)[1], place(right)[0]
                turned = {"+": "-", "-": "+", "*": "/", "/": "*"}.get(data[start:end].decode().strip())
                if turned is not None and not isinstance(left, ast.Constant | ast.JoinedStr):
                    yield swap(node, start, end, f" {turned} ")
            case ast.BoolOp(values=[left, right], op=op):
                start, end = place(left)[1], place(right)[0]
                if data[start:end].decode().strip() in ("and", "or"):
                    yield swap(node, start, end, " or " if isinstance(op, ast.And) else " and ")
            case ast.Constant(value=bool() as truth):
                yield swap(node, *place(node), str(not truth))
            case ast.Constant(value=int() | float() as number):
                yield swap(node, *place(node), repr(number + 1 if isinstance(number, int) else number * 1.1 or 0.1))
            case ast.Constant(value=str() as words) if _LOOKS_LIKE_A_FORMULA.search(words):
                start, end = place(node)
                source = data[start:end].decode()
                for old, new in _FORMULA.items():
                    if old in source:
                        yield swap(node, start, end, source.replace(old, new, 1))
            case _:
                pass


def _body(node: ast.AST) -> list[ast.stmt]:
    """The statements of a module, a class or a function; a lambda has none."""
    body = getattr(node, "body", None)
    return body if isinstance(body, list) else []


def all_mutants() -> list[Mutant]:
    """Of the whole core, in the order of its files. Bounds and texts of the document are not arithmetic."""
    files = sorted(path.relative_to(ROOT) for path in (ROOT / CORE).rglob("*.py"))
    return [one for file in files if file.name not in ("model.py", "rig.py") for one in mutants(file)]


def noticed(mutant: Mutant, scratch: Path) -> bool:
    """Whether any test fails on it."""
    target = scratch / mutant.file
    whole = target.read_bytes()
    target.write_bytes(whole[: mutant.start] + mutant.after.encode() + whole[mutant.end :])
    paths = [scratch / name for name in ("src", "tests", "tests/core", "tests/web", "script", "benchmarks")]
    env = {**os.environ, "PYTHONPATH": os.pathsep.join(map(str, paths)), "PYTHONDONTWRITEBYTECODE": "1"}
    command = [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", *TESTS]
    try:
        return subprocess.run(command, cwd=scratch, env=env, capture_output=True, timeout=SECONDS_EACH).returncode != 0
    except subprocess.TimeoutExpired:
        return True  # it never ends: that is noticed, too
    finally:
        target.write_bytes(whole)


def _copy(folder: Path) -> Path:
    folder.mkdir()
    for name in COPIED:
        source = ROOT / name
        if source.is_dir():
            shutil.copytree(source, folder / name)
        else:
            shutil.copy(source, folder / name)
    return folder


def run(seed: int, count: int) -> None:
    """Make the mistakes, and print which of them nobody noticed."""
    chosen = Random(seed).sample(all_mutants(), count)
    workers = os.cpu_count() or 1
    with tempfile.TemporaryDirectory(prefix="ryokan-mutants-") as folder:
        copies: Queue[Path] = Queue()
        for number in range(workers):
            copies.put(_copy(Path(folder) / str(number)))

        def judge(mutant: Mutant) -> tuple[Mutant, bool]:
            copy = copies.get()
            try:
                found = noticed(mutant, copy)
            finally:
                copies.put(copy)
            print(f"{'noticed ' if found else 'SURVIVED'}  {mutant}", flush=True)
            return mutant, found

        with ThreadPoolExecutor(workers) as pool:
            outcome = list(pool.map(judge, chosen))
    survivors = [mutant for mutant, found in outcome if not found]
    print(f"\n{count - len(survivors)} of {count} mutants noticed at seed {seed}; survived:")
    for mutant in survivors:
        print(f"  {mutant}")
