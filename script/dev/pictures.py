"""The pictures of docs/screenshots, from a freshly started demo: ``PYTHONPATH=script python -m dev.pictures ADDRESS``.

Start it with ``script/demo --fresh``; what the pictures press is left in its data.
"""

from __future__ import annotations

import sys
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from dev.machine import BROWSER
from ryokan.operations.demo import EMAIL, PASSWORD

FOLDER = Path(__file__).resolve().parents[2] / "docs/screenshots"
FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run"]
SETTLE_MS = 900  # until figures have come and nothing is marked as changed

CLINIC, NURSES, BOAT = "Travelling eye clinic", "Two relief nurses", "Bookbinder"


def step(job: str, name: str) -> Callable[[Page], None]:
    def go(page: Page) -> None:
        page.get_by_role("link", name="All jobs").click()
        page.get_by_role("link", name=job).click()
        page.get_by_role("navigation", name="Steps").get_by_role("link", name=name).click()

    return go


def sheet(name: str) -> Callable[[Page], None]:
    def go(page: Page) -> None:
        step(NURSES, "Survey")(page)
        page.get_by_role("tab", name=name).click()

    return go


def spelled(page: Page) -> None:
    """A line that is being typed, with what each word of it became."""
    sheet("What is there")(page)
    page.locator("[data-thing-line]").first.fill("inverter 2kw standard, precharge missing, feeds the panel, under the bed")
    page.get_by_text("not used").wait_for()


def jobs(page: Page) -> None:
    page.get_by_role("link", name="All jobs").click()


def working(page: Page) -> None:
    step(CLINIC, "Storage")(page)
    page.locator('[data-figure="storage.need_wh"]').first.click()


def asked(page: Page) -> None:
    step(CLINIC, "Loads")(page)
    page.get_by_label("Add a load").fill("kettle")
    page.keyboard.press("Enter")
    page.get_by_label("Asked about: kettle").wait_for()


def ac_side(page: Page) -> None:
    step(NURSES, "Inverter")(page)
    page.get_by_role("tab", name="AC side").click()
    page.get_by_text("Away, at rest").wait_for()


def roof(page: Page) -> None:
    step(BOAT, "Solar")(page)
    page.get_by_role("tab", name="Roof").click()
    page.get_by_text("to scale, with drilling positions").wait_for()


def options(page: Page) -> None:
    step(CLINIC, "Storage")(page)
    page.get_by_role("button", name="Begin a further option").click()
    page.get_by_label("Begin another option from this one, called").fill("Lead")
    page.keyboard.press("Enter")
    page.get_by_role("link", name="Lead").wait_for()
    page.get_by_role("radio", name="AGM").click()
    page.get_by_text("Saved, revision 2").wait_for()
    page.get_by_role("link", name="Compare").click()


def tablet(page: Page) -> None:
    step(BOAT, "Solar")(page)
    page.get_by_role("tab", name="How it lies").click()
    page.get_by_role("button", name="mast").click()
    page.get_by_text("Saved, revision 2").wait_for()
    page.get_by_role("tab", name="Sun over the vehicle").click()
    page.get_by_role("combobox", name="At", exact=True).select_option("foot of the flight")
    page.get_by_text("stands behind something").wait_for()
    page.get_by_role("tab", name="Sun over the vehicle").evaluate("tab => tab.scrollIntoView({block: 'start'})")


def runs(page: Page) -> None:
    step(BOAT, "Wiring")(page)
    page.get_by_role("tab", name="Every run").click()
    page.get_by_role("button", name="More of bus to the inverter").click()
    page.get_by_text("its fuse breaks").wait_for()


def schedules(page: Page) -> None:
    step(CLINIC, "Wiring")(page)
    page.get_by_role("tab", name="Schedules").click()
    page.get_by_role("cell", name="INV+", exact=True).wait_for()


def trial(page: Page) -> None:
    step(NURSES, "Trial run")(page)
    page.get_by_label("What if").fill("stay one night at between contracts")
    page.get_by_role("button", name="Ask", exact=True).click()
    page.get_by_text("Read as").wait_for()


def at(path: str) -> Callable[[Page], None]:
    return lambda page: page.evaluate("(path) => window.location.assign(path)", path)


# Name, what is pressed, width, height, theme. What changes the data comes last.
PICTURES: list[tuple[str, Callable[[Page], None], int, int, str]] = [
    ("jobs", jobs, 1280, 800, "light"),
    ("survey", spelled, 1280, 800, "light"),
    ("room", sheet("Room"), 1280, 1180, "light"),
    ("walk", sheet("Walk"), 1280, 900, "light"),
    ("readings", sheet("Readings"), 1280, 800, "light"),
    ("brief", step(BOAT, "Brief"), 1280, 1480, "light"),
    ("loads", asked, 1280, 800, "light"),
    ("storage", working, 1280, 800, "light"),
    ("inverter", step(CLINIC, "Inverter"), 1280, 800, "dark"),
    ("ac", ac_side, 1280, 1180, "light"),
    ("solar", step(BOAT, "Solar"), 1280, 1240, "light"),
    ("charging", step(NURSES, "Charging"), 1280, 800, "light"),
    ("wiring", runs, 1280, 1180, "light"),
    ("schedules", schedules, 1280, 900, "light"),
    ("roof", roof, 1280, 800, "light"),
    ("parts", at("/parts"), 1280, 800, "light"),
    ("trial", trial, 1280, 1180, "light"),
    ("tablet", tablet, 900, 900, "dark"),
    ("options", options, 1280, 800, "light"),
]


def main(address: str, only: list[str]) -> None:
    """Take all pictures, or those that are named."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=BROWSER, args=FLAGS)
        for name, press, width, height, theme in PICTURES:
            if only and name not in only:
                continue
            page = browser.new_page(
                viewport={"width": width, "height": height}, color_scheme="dark" if theme == "dark" else "light"
            )
            page.goto(address)
            page.get_by_label("Address").fill(EMAIL)
            page.get_by_label("Password").fill(PASSWORD)
            page.keyboard.press("Enter")
            read = page.get_by_role("button", name="I have read this")
            page.get_by_role("heading", name="Jobs").or_(read).first.wait_for()
            if read.count():
                read.click()
            page.wait_for_timeout(SETTLE_MS)
            press(page)
            page.wait_for_timeout(SETTLE_MS)
            page.screenshot(path=FOLDER / f"{name}.png")
            print(name, flush=True)
            page.close()
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1], sys.argv[2:])
