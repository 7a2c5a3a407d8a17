"""Readings: what a meter said, held against what the rig should show, and what follows for the rest of the day."""
