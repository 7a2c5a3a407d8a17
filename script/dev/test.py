"""script/test: everything that CI runs."""

from __future__ import annotations

import shutil
import subprocess
import sys
import tempfile
from collections.abc import Callable, Sequence
from contextlib import ExitStack
from pathlib import Path

from dev import first_view
from dev.install import FRONTEND, VENV, build_frontend, compile_engine, install_all, make_api_types, python
from dev.machine import RUN_TIME_PACKAGES, TEST_PACKAGES, install_packages, require_node
from dev.stages import ROOT, Failed, run, stage

BIN = FRONTEND / "node_modules" / ".bin"


QUICK = ("tests/core", "tests/wording")
NOT_SLOW = "not thorough and not hypothesis"
# What waits for a browser or a server much of the time runs beside all else, on a database cluster of its own, and takes about
# as long. A third lot makes two cores so slow that tests of faults run out of time.
BESIDE = (("tests/e2e", "tests/faults"),)


def main(args: Sequence[str]) -> None:
    """Check everything; with ``--quick`` what needs no browser and no server. Anything else goes to pytest, and is all."""
    if args and args[0] != "--quick":
        setup()
        run([python(), "-m", "pytest", *args])
        return
    quick = bool(args)
    before = _tree()
    setup()
    if _tree() != before:
        raise Failed(f"Set-up has changed files of the tree. git status before:\n{before}\nafter:\n{_tree()}")
    if quick:
        _side_by_side([[python(), "-m", "pytest", "-q", "-m", NOT_SLOW, *QUICK, *args[1:]]], _without_running)
        return
    rest = [word for lot in BESIDE for path in lot for word in ("--ignore", path)]

    def meanwhile() -> None:
        _without_running()
        with stage("pytest"):
            run([python(), "-m", "pytest", "tests", *rest])

    _side_by_side([[python(), "-m", "pytest", *lot] for lot in BESIDE], meanwhile)


def _without_running() -> None:
    """Format, types, contracts, what the front end is tested for without a browser, and how much of it is fetched first."""
    with stage("ruff"):
        run([VENV / "bin/ruff", "check", "."])
        run([VENV / "bin/ruff", "format", "--check", "--quiet", "."])
    with stage("mypy"):
        run([VENV / "bin/mypy"])
    with stage("import contracts"):
        run([VENV / "bin/lint-imports", "--no-cache"], quiet=True)
    with stage("API document is that of the server"):
        _check_api_document()
    with stage("front end: format, lint, types, unit tests"):
        run([BIN / "biome", "check", "src"], cwd=FRONTEND, quiet=True)
        run([BIN / "tsc", "--noEmit"], cwd=FRONTEND)
        run([BIN / "vitest", "run", "--reporter=dot"], cwd=FRONTEND)
    with stage("script of the first views"):
        first_view.check()


def _side_by_side(commands: Sequence[Sequence[str | Path]], meanwhile: Callable[[], None]) -> None:
    """Run commands beside something else; what they say comes behind, and any of it may fail."""
    with ExitStack() as stack:
        said = [stack.enter_context(tempfile.TemporaryFile(mode="w+")) for _ in commands]
        beside = [
            subprocess.Popen([str(word) for word in command], cwd=ROOT, stdout=file, stderr=subprocess.STDOUT)
            for command, file in zip(commands, said, strict=True)
        ]
        try:
            meanwhile()
        finally:
            codes = [one.wait() for one in beside]
            for file in said:
                file.seek(0)
                print(file.read(), flush=True)
    if any(codes):
        raise Failed("Some of the tests that ran beside the others failed.")


def setup() -> None:
    """Everything that has to be installed to run and to test."""
    require_node()
    with stage("Debian packages"):
        install_packages({**RUN_TIME_PACKAGES, **TEST_PACKAGES})
    install_all(tests=True)
    compile_engine()
    make_api_types()
    build_frontend()


def _tree() -> str:
    """What git finds changed in the tree, with the changes; nothing outside of a checkout."""
    git = shutil.which("git")
    if git is None or not (ROOT / ".git").exists():
        return ""
    said = [["status", "--porcelain"], ["diff", "HEAD"]]
    return "".join(subprocess.run([git, *what], cwd=ROOT, capture_output=True, text=True, check=True).stdout for what in said)


def _check_api_document() -> None:
    """The OpenAPI document in the tree is what the server says now."""
    document = subprocess.run(
        [python(), "-m", "ryokan", "openapi"], cwd=ROOT, capture_output=True, text=True, check=True
    ).stdout
    if document != (ROOT / "docs/openapi.json").read_text(encoding="utf-8"):
        raise Failed("docs/openapi.json is stale. Run script/ryokan openapi > docs/openapi.json.")


if __name__ == "__main__":
    main(sys.argv[1:])
