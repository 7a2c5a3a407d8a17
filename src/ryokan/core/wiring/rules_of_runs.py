"""Rules of single runs."""
