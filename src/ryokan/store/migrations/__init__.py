"""The schema of the database, step by step."""
