"""The same verbs from a shell."""

from __future__ import annotations

import json
import os
import sys
from pathlib import Path

import click
from sqlalchemy import Engine

from ryokan.core.evaluate import evaluate
from ryokan.core.job_file import MAX_BYTES, JobFile, UnreadableJobFile, read_job_file
from ryokan.operations import demo as demo_shop
from ryokan.operations.accounts import MIN_PASSWORD, create_shop
from ryokan.store.database import migrate as migrate_database
from ryokan.store.database import open_engine, transaction
from ryokan.store.people import user_by_email
from ryokan.web.app import create_app, utc_now
from ryokan.web.context import Context
from ryokan.web.spec import openapi as openapi_document
from ryokan.wording.figures import figures_page
from ryokan.wording.problems import problem
from ryokan.wording.quantities import UnitSystem
from ryokan.wording.report_json import report_json
from ryokan.wording.report_text import report_text


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
    job = _read(file)
    names = [option.name for option in job.options]
    if name is not None and name not in names:
        raise click.ClickException(f"There is no option “{name}”; the file has: {', '.join(names)}.")
    option = job.options[names.index(name) if name is not None else 0]
    report = evaluate(option.rig, job.parts)
    if as_json:
        document = {"job": job.title, "option": option.name, **report_json(report, units)}
        click.echo(json.dumps(document, ensure_ascii=False, indent=1))
    else:
        click.echo(report_text(f"{job.title} – {option.name}", option.rig, report, units))


main.add_command(evaluate_file, "evaluate")


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
    if len(password) < MIN_PASSWORD:
        raise click.ClickException(f"A password has at least {MIN_PASSWORD} characters.")
    with transaction(_engine()) as session:
        if user_by_email(session, email) is not None:
            raise click.ClickException(f"Somebody signs in as {email} already.")
        create_shop(session, name=name, owner_name=owner, email=email, password=password, now=utc_now())
    click.echo(f"{name} was founded. {owner} signs in as {email}.")


@main.command("load-demo")
@click.argument("files", nargs=-1, type=click.Path(exists=True, dir_okay=False, path_type=Path))
def load_demo(files: tuple[Path, ...]) -> None:
    """Found the demo shop with these job files, unless it is there already."""
    jobs = [_read(file) for file in files]
    with transaction(_engine()) as session:
        made = demo_shop.load_demo(session, jobs, now=utc_now())
    click.echo("The demo shop was founded." if made else "The demo shop is there already; nothing was changed.")
    click.echo(f"Sign in as {demo_shop.EMAIL} with the password {demo_shop.PASSWORD}")


@main.command()
def openapi() -> None:
    """Print the OpenAPI document of the API."""
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


def _engine() -> Engine:
    url = os.environ.get("RYOKAN_DATABASE_URL")
    if not url:
        raise click.ClickException("Set RYOKAN_DATABASE_URL, such as postgresql+psycopg://app@127.0.0.1:5432/ryokan.")
    return open_engine(url)
