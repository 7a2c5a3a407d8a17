"""Standards tables, chemistries, assumptions and sources: data files, each with its provenance, read once and checked."""
