"""The same verbs from a shell."""

from __future__ import annotations

import json
import os
import sys
from datetime import UTC, datetime
from pathlib import Path
from uuid import UUID

import click
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from ryokan.core.errors import NoAnswer
from ryokan.core.evaluate import Report, evaluate
from ryokan.core.findings.of_job import with_job
from ryokan.core.job_file import MAX_BYTES, JobFile, OptionFile, UnreadableJobFile, read_job_file
from ryokan.core.schedules.all import schedules
from ryokan.core.schedules.spools import spools_to_buy
from ryokan.core.trial.findings import with_trial
from ryokan.core.trial.lent import bank_links
from ryokan.core.trial.run import MAX_YEARS, run_trial
from ryokan.core.wiring.numbering import with_numbers
from ryokan.documents.schedules import schedules_csv, schedules_xlsx
from ryokan.documents.schedules_json import schedules_json
from ryokan.operations import demo as demo_shop
from ryokan.operations import jobs
from ryokan.operations.accounts import Actor, actor_of, create_shop
from ryokan.operations.errors import Refused
from ryokan.operations.fixes import fixes_that_hold
from ryokan.operations.passwords import require_password
from ryokan.store import people
from ryokan.store.backup import BackupFailed, back_up
from ryokan.store.backup import restore as restore_backup
from ryokan.store.database import migrate as migrate_database
from ryokan.store.database import open_engine, transaction
from ryokan.store.jobs import Wanted
from ryokan.store.people import user_by_email
from ryokan.wording.figures import figures_page
from ryokan.wording.notice import notice
from ryokan.wording.problems import problem
from ryokan.wording.quantities import UnitSystem
from ryokan.wording.report_json import report_json
from ryokan.wording.report_text import findings_text, report_text
from ryokan.wording.schedules import TITLES as SCHEDULE_TITLES
from ryokan.wording.schedules import tables as schedule_tables
from ryokan.wording.trial_text import trial_json, trial_text


@click.group()
@click.version_option(package_name="ryokan")
def main() -> None:
    """Size mobile power systems, with the working shown."""


@main.command()
@click.argument("file", type=click.Path(exists=True, dir_okay=False, path_type=Path))
@click.option("--json", "as_json", is_flag=True, help="Print every figure with its working as JSON.")
@click.option("--option", "name", help="Name of the option; the first one if left out.")
@click.option("--units", type=click.Choice(["metric", "us"]), default="metric", show_default=True)
def evaluate_file(file: Path, as_json: bool, name: str | None, units: UnitSystem) -> None:
    """Work out a job file. Needs no database."""
    job, option, report = _worked(file, name)
    if as_json:
        fixes = fixes_that_hold(option.rig, option.rig.model_dump(mode="json"), report, job.parts, report.findings)
        document = {"job": job.title, "option": option.name, **report_json(option.rig, report, units, fixes)}
        click.echo(json.dumps(document, ensure_ascii=False, indent=1))
    else:
        click.echo(report_text(f"{job.title} – {option.name}", option.rig, report, units))


main.add_command(evaluate_file, "evaluate")


@main.command("check")
@click.argument("file", type=click.Path(exists=True, dir_okay=False, path_type=Path))
@click.option("--option", "name", help="Name of the option; the first one if left out.")
@click.option("--units", type=click.Choice(["metric", "us"]), default="metric", show_default=True)
def check_file(file: Path, name: str | None, units: UnitSystem) -> None:
    """Print what is found in a job file, worst first. Ends with 1 where anything is a danger or a fault. Needs no database."""
    job, option, report = _worked(file, name)
    click.echo(findings_text(f"{job.title} – {option.name}", report, units))
    if any(finding.severity != "advice" for finding in report.findings):
        sys.exit(1)


@main.command("schedule")
@click.argument("file", type=click.Path(exists=True, dir_okay=False, path_type=Path))
@click.option("--csv", "form", flag_value="csv", default=True, help="Rows with commas; the default.")
@click.option("--xlsx", "form", flag_value="xlsx", help="A workbook, to the file of --out.")
@click.option("--json", "form", flag_value="json", help="All schedules and the network behind them.")
@click.option("--only", type=click.Choice(list(SCHEDULE_TITLES)), help="One schedule alone, as CSV or workbook.")
@click.option("--out", type=click.Path(dir_okay=False, path_type=Path), help="File to write to, instead of printing.")
@click.option("--option", "name", help="Name of the option; the first one if left out.")
@click.option("--units", type=click.Choice(["metric", "us"]), default="metric", show_default=True)
def schedule_file(file: Path, form: str, only: str | None, out: Path | None, name: str | None, units: UnitSystem) -> None:
    """Write the schedules of a job file: cables, fuses, circuits, terminals, cut list, spools. Needs no database."""
    if form == "xlsx" and out is None:
        raise click.UsageError("A workbook is written to a file: say which with --out.")
    job, option, report = _worked(file, name)
    rig = with_numbers(option.rig)
    if rig is not option.rig:  # runs that no edit has numbered yet get theirs here, so that their marks can be read
        report = evaluate(rig, job.parts)
    found = schedules(rig, report)
    spools = spools_to_buy(rig, found.pieces) if only in (None, "spools") else None
    if form == "json":
        content = (json.dumps(schedules_json(rig, report, found, spools or ()), ensure_ascii=False, indent=1) + "\n").encode()
    else:
        tables = [one for one in schedule_tables(found, spools, units) if only in (None, one.name)]
        content = schedules_csv(tables, units).encode() if form == "csv" else schedules_xlsx(job.title, tables, units)
    if out is None:
        click.echo(content.decode("utf-8-sig"), nl=False)
    else:
        out.write_bytes(content)


@main.command("trial")
@click.argument("file", type=click.Path(exists=True, dir_okay=False, path_type=Path))
@click.option("--years", type=click.IntRange(2, MAX_YEARS), default=200, show_default=True, help="Years of weather.")
@click.option("--seed", type=click.IntRange(0), help="Which years are drawn; those of the job if left out.")
@click.option("--json", "as_json", is_flag=True, help="Print every figure of the trial as JSON.")
@click.option("--option", "name", help="Name of the option; the first one if left out.")
@click.option("--units", type=click.Choice(["metric", "us"]), default="metric", show_default=True)
def trial_file(file: Path, years: int, seed: int | None, as_json: bool, name: str | None, units: UnitSystem) -> None:
    """Run a job file through its own journey in years of drawn weather. Needs no database."""
    job, option, report = _worked(file, name)
    try:
        found = run_trial(report, beside=_beside(job, option, report), years=years, seed=seed, threads=2)
    except NoAnswer as error:
        raise click.ClickException(str(error)) from error
    with_it = with_trial(report, found.figures)
    if as_json:
        document = {"job": job.title, "option": option.name, **trial_json(with_it, units)}
        click.echo(json.dumps(document, ensure_ascii=False, indent=1))
    else:
        click.echo(trial_text(f"{job.title} – {option.name}", option.rig, with_it, units))


def _beside(job: JobFile, option: OptionFile, report: Report) -> dict[str, Report]:
    """The systems of the job out of whose banks links bring something."""
    found: dict[str, Report] = {}
    for id in bank_links(report.traces.rig):
        giving = (one for one in job.options if one.system != option.system and id in one.rig.links and one.rig.links[id].gives)
        if (other := next(giving, None)) is not None:
            found[id] = evaluate(other.rig, job.parts)
    return found


def _worked(file: Path, name: str | None) -> tuple[JobFile, OptionFile, Report]:
    """A job file, one of its options and what follows from it."""
    job = _read(file)
    names = [option.name for option in job.options]
    if name is not None and name not in names:
        raise click.ClickException(f"There is no option “{name}”; the file has: {', '.join(names)}.")
    option = job.options[names.index(name) if name is not None else 0]
    return job, option, with_job(evaluate(option.rig, job.parts), option.rig, {one.system for one in job.options})


def _read(file: Path) -> JobFile:
    try:
        # One byte more than allowed is enough to know; the rest of a huge file is not read.
        with file.open("rb") as opened:
            content = opened.read(MAX_BYTES + 1)
        if len(content) > MAX_BYTES:
            size = file.stat().st_size / 1e6
            raise UnreadableJobFile(f"The file has {size:.0f} MB; a job file has at most {MAX_BYTES / 1e6:.0f} MB.")
        return read_job_file(content)
    except UnreadableJobFile as error:
        click.echo(f"{file}: {error}", err=True)
        for fault in error.problems:
            click.echo(f"  {fault.pointer or '/'}: {problem(fault)}", err=True)
        sys.exit(2)


@main.command()
def migrate() -> None:
    """Bring the database to the newest schema."""
    migrate_database(_engine())


@main.group()
def shop() -> None:
    """Shops on this server."""


@shop.command("create")
@click.option("--name", required=True, help="Name of the shop.")
@click.option("--owner", required=True, help="Name of its first owner.")
@click.option("--email", required=True, help="Address that the owner signs in with.")
@click.password_option(help="At least 12 characters; asked for if left out.")
def create_shop_command(name: str, owner: str, email: str, password: str) -> None:
    """Found a shop with its first owner."""
    try:
        require_password(password, (owner, email, name))
    except Refused as error:
        raise click.ClickException(str(error)) from error
    with transaction(_engine()) as session:
        if user_by_email(session, email) is not None:
            raise click.ClickException(f"Somebody signs in as {email} already.")
        create_shop(session, name=name, owner_name=owner, email=email, password=password, now=datetime.now(UTC))
    click.echo(f"{name} was founded. {owner} signs in as {email}.")


@main.command()
@click.argument("file", type=click.Path(dir_okay=False, path_type=Path))
def backup(file: Path) -> None:
    """Write the whole database to FILE."""
    try:
        back_up(_url(), file)
    except BackupFailed as error:
        raise click.ClickException(str(error)) from error
    click.echo(f"{file} has {file.stat().st_size / 1e6:.1f} MB. It holds everything, passwords as hashes: keep it as such.")


@main.command()
@click.argument("file", type=click.Path(dir_okay=False, path_type=Path))
def restore(file: Path) -> None:
    """Read a backup into the empty database of RYOKAN_DATABASE_URL, and bring its schema up to date."""
    engine = _engine()
    try:
        restore_backup(engine, _url(), file)
    except BackupFailed as error:
        raise click.ClickException(str(error)) from error
    migrate_database(engine)
    click.echo(f"{file} was restored.")


ALL_JOBS = 1_000_000
AS = click.option("--as", "email", required=True, help="Address of the person in whose name it is done.")


@main.command("jobs")
@AS
def list_jobs_command(email: str) -> None:
    """List the jobs of a person's shop, those changed last first."""
    with transaction(_engine()) as session:
        for card in jobs.list_jobs(session, _actor(session, email), Wanted(), most=ALL_JOBS).cards:
            click.echo(f"{card.job.id}  {card.job.title} – {card.customer}")


@main.command("export")
@AS
@click.argument("job", type=click.UUID)
@click.argument("file", type=click.Path(dir_okay=False, path_type=Path))
def export_job(email: str, job: UUID, file: Path) -> None:
    """Write JOB, by its id, to FILE as an open job file."""
    with transaction(_engine()) as session:
        try:
            made = jobs.job_file(session, _actor(session, email), job)
        except Refused as error:
            raise click.ClickException(str(error)) from error
    file.write_text(json.dumps(made.model_dump(mode="json"), ensure_ascii=False, indent=1) + "\n", encoding="utf-8")
    click.echo(f"{made.title} was written to {file}.")


@main.command("import")
@AS
@click.argument("file", type=click.Path(exists=True, dir_okay=False, path_type=Path))
def import_job(email: str, file: Path) -> None:
    """Start a job from FILE. Nothing is stored unless all of it can be taken."""
    _read(file)  # says every fault with its place
    with transaction(_engine()) as session:
        try:
            made = jobs.open_job_file(session, _actor(session, email), file.read_bytes(), now=datetime.now(UTC))
        except Refused as error:
            raise click.ClickException(str(error)) from error
    click.echo(f"{made.job.id}  {made.job.title} was started.")


@main.command("load-demo")
@click.argument("files", nargs=-1, type=click.Path(exists=True, dir_okay=False, path_type=Path))
def load_demo(files: tuple[Path, ...]) -> None:
    """Found the demo shop with these job files, unless it is there already."""
    jobs = [_read(file) for file in files]
    with transaction(_engine()) as session:
        made = demo_shop.load_demo(session, jobs, now=datetime.now(UTC))
    click.echo("The demo shop was founded." if made else "The demo shop is there already; nothing was changed.")
    click.echo(f"Sign in as {demo_shop.EMAIL} with the password {demo_shop.PASSWORD}")


@main.command()
def worker() -> None:
    """Do what takes long, such as trials of a thousand years, until told to end. Any number of them may run."""
    from ryokan.tasks.worker import run_worker  # here: no other command needs the queue
    from ryokan.web.logs import configure

    configure(os.environ.get("RYOKAN_LOG_LEVEL", "info"))
    run_worker(_engine(), lambda: datetime.now(UTC))


@main.command()
def openapi() -> None:
    """Print the OpenAPI document of the API."""
    from ryokan.web.app import create_app, utc_now  # here: it takes seconds that no other command needs
    from ryokan.web.context import Context
    from ryokan.web.spec import openapi as openapi_document

    app = create_app(Context(open_engine("postgresql+psycopg://"), utc_now), secret_key="unused")
    click.echo(json.dumps(openapi_document(app), ensure_ascii=False, indent=1, sort_keys=True))


@main.command("job-schema")
def job_schema() -> None:
    """Print the JSON Schema of a job file, docs/job-file.schema.json."""
    click.echo(json.dumps(JobFile.model_json_schema(), ensure_ascii=False, indent=1, sort_keys=True))


@main.command()
def figures() -> None:
    """Print the page that lists every key of a report, docs/figures.md."""
    click.echo(figures_page(), nl=False)


@main.command("notice")
def print_notice() -> None:
    """Print who is to be named for what ships, NOTICE."""
    click.echo(notice(), nl=False)


def _actor(session: Session, email: str) -> Actor:
    """Whoever may read the database may act for anybody in it; the address says in whose name, and in which shop."""
    user = user_by_email(session, email)
    if user is None or user.left_at is not None:
        raise click.ClickException(f"Nobody signs in as {email}.")
    return actor_of(user, people.shop(session, user.shop_id))


def _url() -> str:
    url = os.environ.get("RYOKAN_DATABASE_URL")
    if not url:
        raise click.ClickException("Set RYOKAN_DATABASE_URL, such as postgresql+psycopg://app@127.0.0.1:5432/ryokan.")
    return url


def _engine() -> Engine:
    """An engine that closes its connections when the command ends."""
    engine = open_engine(_url())
    click.get_current_context().call_on_close(engine.dispose)
    return engine
