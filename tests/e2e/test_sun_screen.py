"""A stay gets its place, and the array its sun."""

from __future__ import annotations

from pathlib import Path

import pvlib
from installer import Installer
from playwright.sync_api import expect

TMY3 = Path(pvlib.__file__).parent / "data/723170TYA.CSV"


def test_stays_are_placed_by_name_and_govern_the_array(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Solar")
    page.get_by_role("radio", name="that of the stays").press("Enter")
    expect(page.get_by_text("The sun is not the typed one, and this is lacking").first).to_be_visible()

    installer.step("Brief")
    where = page.get_by_role("button", name="not said").first
    where.press("Enter")
    page.get_by_label("Nearest town").fill("redding, US")
    page.get_by_role("list", name="Places found").get_by_role("button", name="Redding").press("Enter")
    installer.saved(3)
    expect(page.get_by_text("40.6° N 122.4° W")).to_be_visible()
    page.get_by_role("button", name="40.6° N").press("Enter")
    page.get_by_label("Latitude").fill("91")
    page.get_by_role("button", name="Store").press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("At most 90")
    page.get_by_label("Latitude").fill("−40.6")
    page.get_by_label("Shade, %").fill("20")
    page.get_by_role("button", name="Store").press("Enter")
    expect(page.get_by_text("40.6° S 122.4° W, 20 % shade")).to_be_visible()

    installer.step("Solar")
    here = page.get_by_role("list", name="What does not fit here")
    expect(here).to_contain_text("from the nearest cell whose sun is known")  # it is in the South Pacific now
    row = page.get_by_role("row", name="governs")
    expect(row).to_contain_text("Wh/W")
    page.locator("main").get_by_text("Taken off the reanalysis").wait_for()
    row.locator("[data-figure^='climate.psh.']").click()
    working = page.get_by_label("Working")
    expect(working).to_contain_text("nights of this stay × peak sun hours at the stay")
    working.get_by_role("button", name="Peak sun hours at the stay").click()
    expect(working).to_contain_text("MERRA-2")


def test_a_weather_file_is_read_and_one_that_would_mislead_is_refused(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Solar")
    page.get_by_role("radio", name="of a weather file").press("Enter")
    file = page.locator("input[type=file]")
    half = TMY3.read_text().splitlines()[:4382]
    file.set_input_files({"name": "half.csv", "mimeType": "text/csv", "buffer": "\n".join(half).encode()})
    expect(page.get_by_role("alert")).to_contain_text("The file has 4380 hours; a year has 8760")
    file.set_input_files(TMY3)
    expect(page.get_by_text("GREENSBORO PIEDMONT TRIAD INT")).to_be_visible()
    expect(page.get_by_role("row", name="governs")).to_be_visible()
    expect(page.get_by_text("a file is taken as it is")).to_be_visible()


def test_a_gpx_plan_becomes_stays(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("narrowboat", "Brief")
    before = page.get_by_role("button", name="Remove ").count()
    file = page.locator("input[type=file][accept='.gpx']")
    file.set_input_files({"name": "plan.gpx", "mimeType": "application/gpx+xml", "buffer": b"<html/>"})
    expect(page.get_by_role("alert")).to_contain_text("The file is not GPX")
    plan = b'<gpx version="1.1" creator="t"><wpt lat="53.2" lon="-2.4"><name>Salt flash</name></wpt><wpt lat="53.4" lon="-2.1"/></gpx>'
    file.set_input_files({"name": "plan.gpx", "mimeType": "application/gpx+xml", "buffer": plan})
    dialog = page.get_by_role("dialog", name="2 stays, 2 nights")
    expect(dialog).to_contain_text("Salt flash")
    dialog.get_by_role("button", name="Add these stays").press("Enter")
    installer.saved(2)
    expect(page.get_by_role("button", name="Remove ")).to_have_count(before + 2)
    expect(page.get_by_label("Place of Salt flash")).to_be_visible()
