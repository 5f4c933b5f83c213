"""Debian packages: what is missing is installed, with sudo when we are not root."""

import os
import shutil
import subprocess
from collections.abc import Sequence
from pathlib import Path

from launcher.steps import SetupError, run


def need_venv() -> list[str]:
    """The package that makes virtual environments, when this Python cannot."""
    try:
        import ensurepip  # noqa: F401  Debian ships it apart from Python itself
        import venv  # noqa: F401
    except ImportError:
        return ["python3.11-venv"]
    return []


def need_postgresql() -> list[str]:
    """PostgreSQL's server programs, and as root the tool that lets its user reach our data."""
    missing = [] if any(Path("/usr/lib/postgresql").glob("*/bin/initdb")) else ["postgresql"]
    if os.geteuid() == 0 and not shutil.which("setfacl"):
        missing.append("acl")
    return missing


def need_browser() -> list[str]:
    """The browser the interface is tested in, and what the program that drives it links to."""
    missing = [] if Path("/usr/bin/chromium-headless-shell").exists() else ["chromium-headless-shell"]
    if not any(Path("/usr/lib").glob("*/libatomic.so.1")):
        missing.append("libatomic1")
    return missing


def install(packages: Sequence[str]) -> None:
    """Install Debian packages; nothing happens when there are none.

    Raises:
        SetupError: We may not install, or apt failed.
    """
    if not packages:
        return
    names = " ".join(packages)
    by_hand = f"apt-get install {names}"
    if not shutil.which("apt-get"):
        raise SetupError(f"{names} is missing and this is no Debian system; install it, then run again.")
    become: list[str] = []
    if os.geteuid() != 0:
        if not shutil.which("sudo"):
            raise SetupError(f"{names} is missing. Have somebody who may run: {by_hand}   then run again.")
        # Ask for the password now, on the terminal, rather than below a progress line.
        if subprocess.run(["sudo", "-v"], check=False).returncode:
            raise SetupError(f"{names} is missing and sudo refused. Run: sudo {by_hand}   then run again.")
        become = ["sudo"]
    quiet = ["env", "DEBIAN_FRONTEND=noninteractive"]
    if "postgresql" in packages:
        _no_system_cluster(become)
    run("Asking Debian what is current", [*become, "apt-get", "update", "-q"])
    run(
        f"Installing {names}",
        # A setting that is there already, such as the one just made, is kept without asking.
        [
            *become,
            *quiet,
            "apt-get",
            "install",
            "-q",
            "-y",
            "-o",
            "Dpkg::Options::=--force-confold",
            "--no-install-recommends",
            *packages,
        ],
    )


def _no_system_cluster(become: Sequence[str]) -> None:
    """Keep Debian's package from making and starting a server of its own; ours is private."""
    setting = "/etc/postgresql-common/createcluster.conf"
    if not Path(setting).exists():
        script = f"mkdir -p {Path(setting).parent} && echo 'create_main_cluster = false' > {setting}"
        run("Telling Debian to start no database server", [*become, "sh", "-c", script])
