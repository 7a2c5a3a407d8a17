"""Hold the product against the second opinion over many random rigs in every pack: ``script/second-opinion --rigs 10000``."""

from __future__ import annotations

import argparse
import os
import sys
import time
from collections import Counter
from multiprocessing import Pool

from second_opinion.walk import PACKS, differences, rigs

SHARE = 100


def looked_at(job: tuple[str, int, int]) -> tuple[str, int, list[str]]:
    """A share of the rigs of one pack: how many, and what one of both says of them and the other does not."""
    pack, start, count = job
    found = []
    for seed, rig, report in rigs(count, start, pack):
        found += [f"{pack} {seed}: {one}" for one in differences(rig, report, spools=seed % 50 == 0)]
    return pack, count, found


def main() -> int:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--rigs", type=int, default=10_000, help="in each pack")
    parser.add_argument("--start", type=int, default=0, help="first seed")
    given = parser.parse_args()
    # Every share has seeds of its own, with room for those whose parts are in no book.
    jobs = [(pack, given.start + at * 10, min(SHARE, given.rigs - at)) for pack in PACKS for at in range(0, given.rigs, SHARE)]
    began, counts, found = time.monotonic(), Counter[str](), []
    with Pool(os.cpu_count()) as pool:
        for pack, count, different in pool.imap_unordered(looked_at, jobs):
            counts[pack] += count
            found += different
            for one in different:
                print(one, flush=True)
    print(f"{dict(counts)} rigs, {len(found)} differences, {time.monotonic() - began:.0f} s")
    return 1 if found else 0


if __name__ == "__main__":
    sys.exit(main())
