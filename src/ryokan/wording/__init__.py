"""Words for people: figures, findings, questions and problems as sentences, in the reader's units.

The core gives codes and quantities; web, command line and documents say them through this package.
"""
