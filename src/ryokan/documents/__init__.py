"""A rig and its report in, bytes out: lists and papers in open formats."""
