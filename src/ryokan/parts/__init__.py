"""The parts book as files: CSV in and out, and the invented list that a new shop may start from."""
