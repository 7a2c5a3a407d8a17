"""``python -m ryokan``."""

from ryokan.cli import main

main(prog_name="ryokan")
