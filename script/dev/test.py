"""script/test: everything that CI runs."""

from __future__ import annotations

import shutil
import subprocess
import sys
import tempfile
from collections.abc import Sequence

from dev.install import FRONTEND, VENV, build_frontend, install_frontend, install_python, make_api_types, python
from dev.machine import RUN_TIME_PACKAGES, TEST_PACKAGES, install_packages, require_node
from dev.stages import ROOT, Failed, run, stage

BIN = FRONTEND / "node_modules" / ".bin"


def main(args: Sequence[str]) -> None:
    """Set up with the test tools, then check everything. Arguments go to pytest."""
    before = _tree()
    setup()
    if _tree() != before:
        raise Failed(f"Set-up has changed files of the tree. git status before:\n{before}\nafter:\n{_tree()}")
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
    with stage("pytest"):
        if args:
            run([python(), "-m", "pytest", *args])
        else:
            _pytest_two_at_once()


BROWSER = "tests/e2e"  # waits for a browser most of the time


def _pytest_two_at_once() -> None:
    """The browser's tests beside all others, each with a database cluster of its own."""
    with tempfile.TemporaryFile(mode="w+") as said:
        browser = subprocess.Popen([python(), "-m", "pytest", BROWSER], cwd=ROOT, stdout=said, stderr=subprocess.STDOUT)
        try:
            run([python(), "-m", "pytest", "--ignore", BROWSER])
        finally:
            code = browser.wait()
            said.seek(0)
            print(said.read(), flush=True)
    if code != 0:
        raise Failed("Some of the browser's tests failed.")


def setup() -> None:
    """Everything that has to be installed to run and to test."""
    require_node()
    with stage("Debian packages"):
        install_packages({**RUN_TIME_PACKAGES, **TEST_PACKAGES})
    install_python(tests=True)
    install_frontend()
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
