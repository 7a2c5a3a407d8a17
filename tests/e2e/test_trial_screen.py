"""The trial on the screen: from the itinerary to a chance, what would help taken, the chance lower, and undone."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from dev.server import TaskWorker, environment
from installer import Installer, Site
from playwright.sync_api import expect


def test_what_would_help_is_taken_the_chance_falls_and_undo_brings_it_back(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Two relief nurses", "Brief")
    rail = page.get_by_role("navigation", name="Steps").get_by_role("link", name="Trial run")
    ledger = page.get_by_role("complementary", name="Ledger")
    # The trial runs behind every page: the ledger begins with its chance, and the rail counts what it finds.
    expect(ledger).to_contain_text(re.compile("about four nights in ten go dark, by 50 years of weather"))
    expect(rail).to_contain_text("needs attention")

    page.goto(page.url.replace("/brief", "/trial"))
    here = page.get_by_role("list", name="What does not fit here")
    expect(here).to_contain_text("Something that must run goes dark at between contracts")
    expect(page.get_by_role("main")).to_contain_text("about four nights in ten go dark, by 50 years of weather")

    # Every night is read by the keyboard.
    nights = page.get_by_role("slider", name="How often each night goes dark")
    nights.press("End")
    expect(nights).to_have_attribute("aria-valuetext", re.compile("between contracts, 3 Mar: dark in"))

    installer.sheet("One year by the hour")
    expect(page.get_by_role("listitem").filter(has_text="The bank is empty").first).to_be_visible()
    page.get_by_role("button", name="The night before").press("Enter")
    expect(page.get_by_role("heading", name="One night in full: between contracts, 2 Mar")).to_be_visible()

    installer.sheet("What would help")
    rows = page.get_by_role("row")
    expect(rows.nth(1)).to_contain_text("a habit")
    page.get_by_role("button", name=re.compile("Ah more of bank")).press("Enter")
    page.get_by_role("button", name="Accept").press("Enter")
    installer.saved(2)
    expect(ledger).to_contain_text(
        re.compile("None of 300 nights goes dark|fewer than one night|about one night", re.IGNORECASE)
    )
    expect(page.get_by_role("main")).not_to_contain_text("Something that must run")

    page.get_by_role("button", name="Undo").press("Enter")
    installer.saved(3)
    expect(ledger).to_contain_text("four nights in ten go dark")
    expect(here).to_contain_text("Something that must run goes dark at between contracts")


def test_a_new_job_is_silent_until_there_is_something_to_run(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Trial run")
    expect(page.get_by_role("main")).to_contain_text("Nothing runs yet: a trial needs loads.")

    installer.step("Loads")
    installer.type_load("Light trap 40W 8h at night")
    expect(page.locator("tr[data-row]")).to_have_count(1)
    installer.step("Trial run")
    expect(page.get_by_role("main")).to_contain_text("Choose a bank first")
    page.get_by_role("link", name="To the bank").press("Enter")
    expect(page).to_have_url(re.compile("/storage$"))


def test_a_habit_is_typed_and_its_bounds_are_told_at_the_field(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Two relief nurses", "Trial run", "How it is run")
    field = page.get_by_label("What may be shed goes off below")
    field.fill("140")
    field.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("At most")
    expect(field).to_have_value("140")
    field.fill("40")
    field.press("Enter")
    installer.saved(2)
    expect(page.get_by_role("main")).not_to_contain_text("Nobody switches anything off by hand")


@pytest.fixture
def worker(site: Site) -> Iterator[TaskWorker]:
    """A worker on the site's database, to be started when the test wants one."""
    one = TaskWorker(environment(site.server.database_url, "key for tests"), log=site.server.log.with_name("worker.log"))
    yield one
    one.stop()


def test_a_thousand_years_are_run_beside_the_page_and_are_told_to_be_of_an_earlier_rig_after_an_edit(
    installer: Installer, worker: TaskWorker
) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Two relief nurses", "Trial run", "A thousand years")
    main = page.get_by_role("main")
    years = page.get_by_role("region", name="A thousand years")
    page.get_by_role("button", name="Run a thousand years").press("Enter")
    expect(years).to_contain_text("Waiting for a worker")
    page.get_by_role("button", name="Stop").press("Enter")
    expect(main).to_contain_text("Stopped; nothing was kept of it.")

    page.get_by_role("button", name="Run a thousand years").press("Enter")
    expect(years).to_contain_text("Waiting for a worker")
    page.reload()  # it goes on without the page, which finds it again
    expect(years).to_contain_text("Waiting for a worker")
    worker.start()
    expect(page.get_by_role("heading", name="What it hangs on")).to_be_visible(timeout=30_000)
    expect(main).to_contain_text(re.compile("go dark, by 1.000 years of weather"))
    expect(page.get_by_role("row").filter(has_text="No hookup works")).to_contain_text("%")

    installer.sheet("How it is run")
    field = page.get_by_label("Age of the bank")
    field.fill("6")
    field.press("Enter")
    installer.saved(2)
    installer.sheet("A thousand years")
    expect(main).to_contain_text("Worked out for an earlier rig, that of revision 1.")
    expect(main).to_contain_text("by 50 years of weather")
    page.get_by_role("button", name="Undo").press("Enter")
    installer.saved(3)
    expect(main).not_to_contain_text("Worked out for an earlier rig")
    expect(main).to_contain_text(re.compile("by 1.000 years of weather"))
