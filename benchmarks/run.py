"""What it costs: ``script/bench``. Prints figures and asserts nothing about time. ``--setup`` also times a clean clone,
``--drill`` runs what the program has to survive instead."""

from __future__ import annotations

import argparse
import gc
import gzip
import json
import os
import random
import statistics
import subprocess
import sys
import tempfile
import time
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime
from pathlib import Path
from random import Random
from typing import Any

from calibration import calibrating_loop
from dev.postgres import free_port
from dev.server import WebServer
from editor import Editor
from large import large_rig, wired_rig
from start_up import bench_start_up
from task_times import bench_tasks
from trial_speed import bench_trial

from ryokan.core.climate.days import draw_days, table_of_year, year_of_hours
from ryokan.core.climate.grid import sky
from ryokan.core.climate.ready import get_ready
from ryokan.core.climate.sun import Panel, month_sun
from ryokan.core.evaluate import Report, evaluate, glimpse
from ryokan.core.job_file import OptionFile
from ryokan.core.loads.line import read_line
from ryokan.core.parts.model import ControllerPart, PanelPart
from ryokan.core.rig import Rig, Stay
from ryokan.core.schedules.all import schedules
from ryokan.core.schedules.spools import cutting_plan, spools_to_buy
from ryokan.core.solar.arrange import Conditions, may_come, ways
from ryokan.operations.accounts import create_shop
from ryokan.operations.candidates import DECIDED, SHOWN
from ryokan.operations.fixes import fixes_that_hold
from ryokan.operations.jobs import create_job
from ryokan.operations.patches import patched
from ryokan.parts.sample import sample_parts
from ryokan.store.database import open_engine, transaction
from ryokan.web.answers import figure_value
from ryokan.web.schemas import StepReport
from ryokan.web.wiring import SHOWN as SHOWN_OF_RUNS
from ryokan.wording.reader import Reader
from ryokan.wsgi import COLLECT_AFTER

ROOT = Path(__file__).resolve().parents[1]
EDITORS, EDITS_EACH = 8, 25
WARM_S = 6  # each process gets the sun ready after its first answer


def times_ms(work: Any, repeats: int) -> list[float]:
    found = []
    for _ in range(repeats):
        start = time.perf_counter()
        work()
        found.append((time.perf_counter() - start) * 1000)
    return found


def say(what: str, times: list[float]) -> None:
    p95 = statistics.quantiles(times, n=20)[-1]
    print(f"{what:<58} median {statistics.median(times):7.1f} ms   p95 {p95:7.1f} ms   n {len(times)}")


def edits(editor: Editor, option: str) -> list[float]:
    """Edit after edit, each stored and evaluated; the time of each."""
    base, found = 1, []
    for number in range(EDITS_EACH):
        start = time.perf_counter()
        answer = editor.patch(option, "/loads/l1/hours_per_day", 1 + number / 10, base=base)
        found.append((time.perf_counter() - start) * 1000)
        base = answer["revision"]
    return found


def previews(editor: Editor, option: str) -> list[float]:
    """Preview after preview, none like another; the time of each."""
    found = []
    for number in range(EDITS_EACH):
        patch = [{"op": "replace", "path": "/loads/l2/hours_per_day", "value": 1 + number / 10 + random.random() / 100}]
        start = time.perf_counter()
        editor.call("POST", f"/options/{option}/preview", patch)
        found.append((time.perf_counter() - start) * 1000)
    return found


def bench_sun() -> None:
    """Places that were never asked for, for a year of months each; and the hours of an array from tables that are there."""
    get_ready()
    places = iter([(round(random.uniform(-50, 60), 2), round(random.uniform(-180, 180), 2)) for _ in range(20)])

    def new_place() -> None:
        lat_deg, lon_deg = next(places)
        stays = {
            f"m{month}": Stay(month=month, lat_deg=lat_deg, lon_deg=lon_deg).model_dump(mode="json") for month in range(1, 13)
        }
        evaluate(Rig.model_validate({"stays": stays, "solar": {"sun_from": "places"}}))

    say("evaluate a new place, twelve months", times_ms(new_place, 20))
    greenwich = (51.5, 0.0)
    table = table_of_year([month_sun(greenwich, month, sky(*greenwich), Panel(30), correction=0.88) for month in range(1, 13)])
    shares = draw_days(1, 1)[0]
    say("a year of hours for an array", times_ms(lambda: year_of_hours(table, shares), 100))


def bench_lines() -> None:
    """A load line as people write it, and lines made to take long: twice as long should take twice as long."""
    typed = "two fridges 45W 20 min per hour must, on the inverter, in winter"
    say("a load line", times_ms(lambda: read_line(typed, system_v=12, mains_v=120), 50))
    for piece in ("1-", "1 ", "9 9:", "1/2 ", "12:00-", "1.1 W ", "fan for ", "x1x"):
        for length in (100, 200):
            line = (piece * length)[:length]
            times = times_ms(lambda line=line: read_line(line, system_v=12, mains_v=120), 20)
            say(f"{length} characters of “{piece}”", times)


def bench_arrange() -> None:
    """Twelve panels on thirty controllers, every split; and which panels may come to one controller."""
    parts = sample_parts()
    panels = [part for part in parts if isinstance(part, PanelPart)]
    controllers = [part for part in parts if isinstance(part, ControllerPart)][:30]
    given = Conditions(-20, 65, 1.18, 12, 12.8, 14.4, lithium=True, known={})
    say("12 panels on 30 controllers", times_ms(lambda: ways([(panels[3], 12)], controllers, given), 20))
    say(
        "7 old and 5 new panels on 30 controllers",
        times_ms(lambda: ways([(panels[3], 7), (panels[15], 5)], controllers, given), 20),
    )
    say("which of 40 panels may come to one controller", times_ms(lambda: may_come(panels, controllers[12], given), 5))


def bench_http(workers: int) -> None:
    """One option for each of eight people who edit at the same time without pause."""
    engine = open_engine(os.environ["RYOKAN_DATABASE_URL"])
    now = datetime.now(UTC)
    with transaction(engine) as session:
        email = f"bench-{time.time_ns()}@bench.example"
        owner = create_shop(session, name="Bench", owner_name="B", email=email, password="bench", now=now)
        made = [
            create_job(
                session, owner, title=f"Job {n}", customer="C", now=now, options=[OptionFile(name="One", rig=large_rig())]
            )
            for n in range(EDITORS + 1)
        ]
    options = [str(job.options[0].id) for job in made]
    server = WebServer(os.environ["RYOKAN_DATABASE_URL"], "bench", host="127.0.0.1", port=free_port(), workers=workers)
    server.start()
    time.sleep(WARM_S)
    print(f"\nover HTTP, 60 loads, {workers} web {'process' if workers == 1 else 'processes'}")
    try:
        editors = [Editor(server.address, email, "bench") for _ in options]
        for what, work in (("edit", edits), ("preview", previews)):
            say(f"{what}, one editor", work(editors[-1], options[-1]))
            with ThreadPoolExecutor(EDITORS) as pool:
                start = time.perf_counter()
                each = list(pool.map(work, editors[:EDITORS], options[:EDITORS]))
                rate = sum(map(len, each)) / (time.perf_counter() - start)
            say(f"{what}, {EDITORS} editors at once ({rate:.0f}/s)", [one for times in each for one in times])
        sizes(editors[-1], options[-1])
    finally:
        server.stop()


def sizes(editor: Editor, option: str) -> None:
    """Bytes of the answers, plain and compressed."""
    for path in ("", "/report?step=loads", "/report?step=storage", "/report?step=wiring"):
        body = json.dumps(editor.call("GET", f"/options/{option}{path}"), ensure_ascii=False).encode()
        plain, packed = len(body) / 1000, len(gzip.compress(body)) / 1000
        print(f"{'answer of /options/…' + path:<58} {plain:7.1f} kB  compressed {packed:7.1f} kB")
    base = editor.call("GET", f"/options/{option}")["revision"]
    body = json.dumps(editor.patch(option, "/loads/l1/hours_per_day", 9.9, base=base), ensure_ascii=False).encode()
    size = f"{len(body) / 1000:7.1f} kB  compressed {len(gzip.compress(body)) / 1000:7.1f} kB"
    print(f"{'answer of an edit':<58} {size}   aim 15")


def bench_setup() -> None:
    """From a clean clone to an answering demo."""
    with tempfile.TemporaryDirectory(prefix="ryokan-clone-") as folder:
        Path(folder).chmod(0o755)
        subprocess.run(["git", "clone", "--quiet", ROOT, f"{folder}/clone"], check=True)
        env = {**os.environ, "RYOKAN_DATA": f"{folder}/data", "PYTHONPATH": ""}
        start = time.perf_counter()
        command = [f"{folder}/clone/script/demo", "--port", str(free_port())]
        demo = subprocess.Popen(command, env=env, stdout=subprocess.PIPE, text=True)
        assert demo.stdout is not None
        for line in demo.stdout:
            print("   ", line.rstrip())
            if "answers at" in line:
                break
        print(f"{'clean clone to answering demo':<58} {time.perf_counter() - start:.0f} s")
        demo.terminate()
        demo.wait(30)


def in_loops(work: Any, repeats: int = 80) -> tuple[list[float], float]:
    """Times of some work, and how many calibrating loops it takes: one after the other, since machines have moods."""
    times, shares = [], []
    for _ in range(repeats):
        start = time.perf_counter()
        calibrating_loop()
        between = time.perf_counter()
        work()
        end = time.perf_counter()
        times.append((end - between) * 1000)
        shares.append((end - between) / (between - start))
    return times, statistics.median(shares)


def say_in_loops(what: str, work: Any, aim: float | None = None) -> None:
    times, loops = in_loops(work)
    aimed = "" if aim is None else f"   aim {aim:g}"
    print(f"{what:<58} median {statistics.median(times):7.1f} ms   {loops:5.2f} calibrating loops{aimed}")


def bench_evaluate() -> None:
    """A crowded rig, alone and wired through: worked out anew, after an edit, and with each part of a picker in its place."""
    say("the calibrating loop of 8 760 steps", times_ms(calibrating_loop, 80))
    edit = [{"op": "replace", "path": "/loads/l1/hours_per_day", "value": 3.3}]
    for name, rig, aims in (
        ("60 loads", large_rig(), (None, None, None)),
        ("60 loads, 80 runs", wired_rig(), (3.5, 1.2, 20.0)),
    ):
        document = rig.model_dump(mode="json")
        after, _ = patched(rig, document, edit)
        picker = [patched(rig, document, patch)[0] for patch in forty_banks()]
        before = evaluate(rig)
        say_in_loops(f"anew, {name}", lambda rig=rig: evaluate(rig), aims[0])
        say_in_loops(f"after one edit, {name}", lambda before=before, after=after: evaluate(after, before=before), aims[1])
        say_in_loops(
            f"40 parts in a picker, {name}",
            lambda before=before, picker=picker: [
                glimpse(one, before=before, keys=SHOWN, codes=DECIDED["storage.bank"]) for one in picker
            ],
            aims[2],
        )
    bench_fixes(large_rig())
    sizes_with_runs(evaluate(wired_rig()))


def bench_schedules() -> None:
    """All schedules of eighty runs, and the spools for their pieces; then four hundred pieces of one size."""
    rig = wired_rig()
    report = evaluate(rig)
    say("schedules of 80 runs", times_ms(lambda: schedules(rig, report), 20))
    pieces = schedules(rig, report).pieces
    say(f"spools for {len(pieces)} pieces", times_ms(lambda: spools_to_buy(rig, pieces), 5))
    random = Random(1)
    for count in (80, 400):
        cuts = [round(random.uniform(0.3, 9), 2) for _ in range(count // 2)] * 2
        say(f"a cutting plan of {count} pieces of one size", times_ms(lambda cuts=cuts: cutting_plan(cuts, (10, 25, 50)), 3))


def bench_fixes(rig: Rig) -> None:
    """Ten fixes, three of them the same cable, each tried: what a page of findings waits for behind an edit."""
    broken, document = patched(
        rig,
        rig.model_dump(mode="json"),
        [
            {"op": "add", "path": f"/{path}", "value": value}
            for path, value in {
                "storage/chemistry": "agm",
                "storage/system_v": 48,
                "storage/bay": "living_space",
                "storage/bank": {"nominal_ah": 300},
                "storage/restraint": "straps",
                "storage/locked": False,
                "inverter/chosen": {"rated_w": 4000},
                "inverter/pre_charge": "none",
                "inverter/cutoff_v": 36,
                "charging/chargers/charger/output_a": 90,
                "wiring/main/conductor": "awg:6",
                "wiring/main/fuse_a": 100,
                "wiring/main/one_way_length": "4 m",
            }.items()
        ],
    )
    before = evaluate(broken)
    ten = [one for one in before.findings if one.fix is not None][:10]
    say_in_loops(f"{len(ten)} fixes tried, 60 loads", lambda: fixes_that_hold(broken, document, before, {}, ten), 6.0)


def forty_banks() -> list[list[dict[str, Any]]]:
    """What a picker would put in: no bank like another."""
    return [[{"op": "add", "path": "/storage/bank", "value": {"nominal_ah": 100 + 10 * n}}] for n in range(40)]


def sizes_with_runs(report: Report) -> None:
    """Bytes of the figures of eighty runs that the list of them shows, as the API answers them."""
    shown = {f".{name}" for name in SHOWN_OF_RUNS}
    figures = {
        key: figure_value(one, Reader())
        for key, one in report.figures.items()
        if key.startswith("wiring.run.") and key[key.rindex(".") :] in shown
    }
    body = StepReport(revision=1, figures=figures).model_dump_json().encode()
    size = f"{len(body) / 1000:7.1f} kB  compressed {len(gzip.compress(body)) / 1000:7.1f} kB"
    print(f"{f'{len(figures)} figures of runs':<58} {size}   aim 60")


def bench_processes() -> None:
    """One web process, then as many as there are cores."""
    for workers in (1, os.cpu_count() or 2):
        bench_http(workers)


BENCHES = {
    "start-up": bench_start_up,
    "evaluate": bench_evaluate,
    "schedules": bench_schedules,
    "sun": bench_sun,
    "lines": bench_lines,
    "arrange": bench_arrange,
    "trial": bench_trial,
    "tasks": bench_tasks,
    "http": bench_processes,
}


def main() -> None:
    parser = argparse.ArgumentParser()
    parser.add_argument("--setup", action="store_true", help="also time a clean clone")
    parser.add_argument("--only", choices=[*BENCHES, "setup"], help="one of them alone")
    parser.add_argument("--drill", nargs="*", metavar="NAME", help="not what it costs but what it survives: see drill.py")
    parser.add_argument(
        "--reports", nargs=2, metavar=("WHAT", "FILE"), help="write or compare whole reports: see same_reports.py"
    )
    parser.add_argument("--mutants", nargs="+", type=int, metavar="N", help="seed and count of mistakes: see mutants.py")
    options = parser.parse_args()
    gc.collect()
    gc.freeze()
    gc.set_threshold(*COLLECT_AFTER)  # as where people work
    if options.mutants is not None:
        import mutants

        seed, *count = options.mutants
        mutants.run(seed, count[0] if count else 30)
        return
    if options.reports is not None:
        import same_reports

        same_reports.run(options.reports[0], Path(options.reports[1]))
        return
    if options.drill is not None:
        from drill import drill  # here: it brings the tests' helpers

        drill(options.drill)
        return
    for name, bench in BENCHES.items():
        if options.only in (None, name):
            bench()
    if options.setup or options.only == "setup":
        bench_setup()


if __name__ == "__main__":
    sys.exit(main())
