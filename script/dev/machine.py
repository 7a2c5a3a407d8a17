"""What the machine has to bring: Debian packages and Node."""

from __future__ import annotations

import glob
import importlib.util
import os
import shutil
import subprocess

from dev.stages import Failed, run

NODE_MAJOR = 20

# package -> a file or a module of Python that shows it is there; the client alone brings /usr/lib/postgresql, too
RUN_TIME_PACKAGES = {"python3-venv": "ensurepip", "postgresql": "/usr/lib/postgresql/*/bin/initdb"}
# Chromium without a window of its own takes a quarter less of the processor for the same tests than the whole one does.
BROWSER = "/usr/bin/chromium-headless-shell"
TEST_PACKAGES = {"chromium-headless-shell": BROWSER}


def require_node() -> None:
    """Node of the right version, named at once where it is missing.

    Raises
    ------
    Failed
        There is no Node, or an older one.
    """
    node, npm = shutil.which("node"), shutil.which("npm")
    if node is None or npm is None:
        raise Failed(
            f"Node {NODE_MAJOR} with npm is needed to build the interface and was not found. Install it and try again."
        )
    version = subprocess.run([node, "--version"], capture_output=True, text=True, check=True).stdout.strip()
    if int(version.removeprefix("v").split(".")[0]) < NODE_MAJOR:
        raise Failed(f"Node {NODE_MAJOR} or newer is needed; this machine has {version}.")


def install_packages(packages: dict[str, str]) -> None:
    """Install the Debian packages that are missing.

    Raises
    ------
    Failed
        They are missing and this user may not install; the message names the command.
    """
    missing = [package for package, sign in packages.items() if not _is_there(sign)]
    if not missing:
        return
    command = ["apt-get", "install", "-y", "--no-install-recommends", *missing]
    if os.geteuid() == 0:
        prefix: list[str] = []
    elif shutil.which("sudo") and subprocess.run(["sudo", "-n", "true"], capture_output=True, check=False).returncode == 0:
        prefix = ["sudo", "-n"]
    else:
        raise Failed(f"Debian packages are missing. Run as root: apt-get update && {' '.join(command)}")
    env = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    print(f"  installing {', '.join(missing)}", flush=True)
    run([*prefix, "apt-get", "update"], env=env, quiet=True)
    run([*prefix, *command], env=env, quiet=True)


def _is_there(sign: str) -> bool:
    """Whether a file of that pattern, or a module of that name, is there."""
    return bool(glob.glob(sign)) if sign.startswith("/") else importlib.util.find_spec(sign) is not None
