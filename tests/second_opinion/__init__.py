"""A second opinion on networks and schedules: written from the standards, with tables of its own, sharing no code with the product.

It takes the JSON of ``ryokan schedule --json`` and nothing else.
"""
