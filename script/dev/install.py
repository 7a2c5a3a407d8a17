"""The virtual environment, the front end's packages and its build; each only when what it depends on has changed."""

from __future__ import annotations

import hashlib
import subprocess
import sys
from collections.abc import Iterable
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from dev.stages import ROOT, run, stage

VENV = ROOT / ".venv"
FRONTEND = ROOT / "frontend"
STAMPS = ROOT / ".ryokan" / "stamps"


def python() -> Path:
    """Python of the virtual environment."""
    return VENV / "bin" / "python"


def install_all(*, tests: bool) -> None:
    """Packages of Python and of the front end, side by side: neither waits for the other."""
    with ThreadPoolExecutor() as both:
        for one in [both.submit(install_python, tests=tests), both.submit(install_frontend)]:
            one.result()


def install_python(*, tests: bool) -> None:
    """Make the environment and install the pinned packages, those for tests only where asked."""
    name = "python packages with test tools" if tests else "python packages"
    stamp = "python-test" if tests else "python"
    wanted = _hash([ROOT / "pyproject.toml", ROOT / "constraints.txt"])
    with stage(name):
        # An environment with the test tools has everything that running needs.
        if any(_is_current(name, wanted) for name in {stamp, "python-test"}) and _works():
            return
        if not _works():
            run([sys.executable, "-m", "venv", "--clear", VENV], quiet=True)
        target = ".[test]" if tests else "."
        # Modules are compiled when they are first imported: half of the time went into many that never are.
        options = ["--quiet", "--no-compile", "-c", "constraints.txt"]
        run([python(), "-m", "pip", "install", *options, "-e", target], quiet=True)
        _store(stamp, wanted)


def compile_engine() -> None:
    """Compile the engine of the trial run, so that no request and no test has to wait for it."""
    engine = ROOT / "src/ryokan/core/trial/engine.py"
    wanted = _hash([engine, ROOT / "constraints.txt"])
    with stage("engine of the trial run"):
        if _is_current("engine", wanted) and any((engine.parent / "__pycache__").glob("engine.*.nbi")):
            return
        run([python(), "-c", "import ryokan.core.trial.engine"], quiet=True)
        _store("engine", wanted)


def install_frontend() -> None:
    """Install the front end's packages as the lock file names them, and leave the file as it is."""
    wanted = _hash([FRONTEND / "package.json", FRONTEND / "package-lock.json"])
    with stage("front end packages"):
        if _is_current("npm", wanted) and (FRONTEND / "node_modules").is_dir():
            return
        run(["npm", "ci", "--no-audit", "--no-fund", "--loglevel=error"], cwd=FRONTEND, quiet=True)
        _store("npm", wanted)


def make_api_types() -> None:
    """Make the TypeScript types of the API from its OpenAPI document. The tree does not keep them, so they cannot be stale."""
    wanted = _hash([ROOT / "docs/openapi.json", FRONTEND / "package.json"])
    with stage("types of the API"):
        if _is_current("types", wanted) and (FRONTEND / "src/api/schema.d.ts").is_file():
            return
        run(["npm", "run", "--silent", "api"], cwd=FRONTEND, quiet=True)
        _store("types", wanted)


def build_frontend() -> None:
    """Build the interface into frontend/dist."""
    sources = [*FRONTEND.glob("src/**/*"), *FRONTEND.glob("*.json"), FRONTEND / "index.html", FRONTEND / "vite.config.ts"]
    wanted = _hash(sorted(path for path in sources if path.is_file()))
    with stage("front end build"):
        if _is_current("build", wanted) and (FRONTEND / "dist" / "index.html").is_file():
            return
        run([FRONTEND / "node_modules/.bin/vite", "build", "--logLevel", "warn"], cwd=FRONTEND, quiet=True)
        _store("build", wanted)


def _works() -> bool:
    if not python().exists():
        return False
    return subprocess.run([python(), "-m", "pip", "--version"], capture_output=True, check=False).returncode == 0


def _hash(files: Iterable[Path]) -> str:
    digest = hashlib.sha256()
    for file in files:
        digest.update(str(file.relative_to(ROOT)).encode() + b"\0" + file.read_bytes())
    return digest.hexdigest()


def _is_current(name: str, wanted: str) -> bool:
    stamp = STAMPS / name
    return stamp.is_file() and stamp.read_text() == wanted


def _store(name: str, value: str) -> None:
    STAMPS.mkdir(parents=True, exist_ok=True)
    (STAMPS / name).write_text(value)
