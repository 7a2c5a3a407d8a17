"""The rig as a network: nodes with terminals, runs between them, and what of it is joined in which mode.

It is derived from the document by pure functions and nobody enters it twice. Here is its AC side, with what joins that to the
bank: hookup and generators, inverters, transfers, panels, circuits, and what hangs on them.
"""
