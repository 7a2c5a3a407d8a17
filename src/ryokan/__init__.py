"""Ryokan: sizing of mobile power systems, with its working shown."""

__version__ = "0.1.0"
