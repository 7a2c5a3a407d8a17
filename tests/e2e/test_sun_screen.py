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
    expect(page.get_by_role("button", name="Where valley schools is: 40.6° N 122.4° W")).to_be_visible()
    page.get_by_role("button", name="is: 40.6° N").press("Enter")
    page.get_by_label("Latitude").fill("91")
    page.get_by_role("button", name="Store").press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("At most 90")
    page.get_by_label("Latitude").fill("−40.6")
    page.get_by_role("button", name="Store").press("Enter")
    expect(page.get_by_role("button", name="is: 40.6° S 122.4° W")).to_be_visible()

    installer.step("Solar")
    here = page.get_by_role("list", name="What does not fit here")
    expect(here).to_contain_text("from the nearest cell whose sun is known")  # it is in the South Pacific now
    page.get_by_role("tab", name="How it lies").press("Enter")
    page.get_by_label("Rated").fill("140")
    page.get_by_label("Rated").press("Enter")
    expect(page.get_by_text("already taken off the need")).to_be_visible()
    page.get_by_role("tab", name="Array", exact=True).press("Enter")
    row = page.get_by_role("row", name="governs")
    expect(row).to_contain_text("Wh/W")
    page.locator("main").get_by_text("Taken off the reanalysis").wait_for()
    row.locator("[data-figure^='climate.psh.']").click()
    working = page.get_by_label("Working")
    expect(working).to_contain_text("nights of the stay in the month × peak sun hours at the stay")
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
    removed = page.get_by_role("button", name="Remove ")
    expect(removed.first).to_be_visible()  # counted once the brief is there
    before = removed.count()
    file = page.locator("input[type=file][accept='.gpx']")
    file.set_input_files({"name": "plan.gpx", "mimeType": "application/gpx+xml", "buffer": b"<html/>"})
    expect(page.get_by_role("alert")).to_contain_text("The file is not GPX")
    plan = b'<gpx version="1.1" creator="t"><wpt lat="53.2" lon="-2.4"><name>Salt flash</name></wpt><wpt lat="53.4" lon="-2.1"/></gpx>'
    file.set_input_files({"name": "plan.gpx", "mimeType": "application/gpx+xml", "buffer": plan})
    dialog = page.get_by_role("dialog", name="2 stays, 2 nights")
    expect(dialog).to_contain_text("Salt flash")
    dialog.get_by_role("button", name="Add these stays").press("Enter")
    installer.saved(2)
    expect(removed).to_have_count(before + 2)
    expect(page.get_by_label("Place of Salt flash")).to_be_visible()


def test_a_stay_is_put_on_the_map_by_keyboard_and_by_hand(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Brief")
    world = page.get_by_role("group", name="Map, 0 of 2 stays on it")
    page.get_by_label("Put on the map").select_option("valley schools – not placed yet")
    for key in ("ArrowLeft", "ArrowLeft", "+", "+", "ArrowUp"):
        world.press(key)
    where = world.get_attribute("aria-label") or ""
    world.press("Enter")
    installer.saved(2)
    pin = page.get_by_role("button", name="1, valley schools, ")
    spot = where.partition("the middle at ")[2]
    expect(pin).to_have_attribute("aria-label", f"1, valley schools, {spot}")

    # By hand: the stay without a name takes that of the town, if one is near.
    page.get_by_role("button", name="Add a stay").press("Enter")
    installer.saved(3)
    page.get_by_label("Put on the map").select_option("a stay without a name – not placed yet")
    page.get_by_role("group", name="Map, 1 of 3").click(position={"x": 500, "y": 170})
    installer.saved(4)
    expect(page.get_by_role("group", name="Map, 2 of 3")).to_be_visible()


def test_dates_are_typed_as_one_says_them_and_what_clashes_is_found(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Brief")
    when = page.get_by_label("When valley schools begins")
    when.fill("31 Feb 2027")
    when.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("There is no such day")
    when.fill("3 may 2027")
    when.press("Enter")
    installer.saved(2)
    expect(when).to_have_value("3 May 2027")
    other = page.get_by_label("When home depot begins")
    other.fill("5 may")
    other.press("Enter")
    here = page.get_by_role("list", name="What does not fit here")
    expect(here).to_contain_text("Valley schools and home depot overlap by 2 nights")
    here.get_by_role("button", name="Leave when the next one begins").press("Enter")
    page.get_by_role("dialog").get_by_role("button", name="Accept").press("Enter")
    expect(page.get_by_label("Nights of valley schools")).to_have_value("2")
    strip = page.get_by_role("region", name="The journey along the year")
    strip.get_by_role("button", name="home depot, 5 May 2027 to 7 May 2027, 2 nights, on a hookup").press("Enter")
    expect(page.get_by_label("Place of home depot")).to_be_focused()


def test_what_stands_in_the_way_costs_sun_and_is_drawn(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("narrowboat", "Brief")
    page.get_by_role("button", name="Sun and shade of on the cut").press("Enter")
    page.get_by_label("Shaded from–to").fill("9 until noon")
    page.get_by_role("button", name="Store").press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("0–10, 16–24")
    page.get_by_label("Shaded from–to").fill("11–13.5")
    page.get_by_label("Height of the horizon in the SE").fill("20")
    page.get_by_label("Nose points to").fill("90")
    page.get_by_role("button", name="Store").press("Enter")
    expect(page.get_by_role("button", name="shade 11–13.5, horizon drawn, nose to 90°")).to_be_visible()

    installer.step("Solar")
    page.get_by_role("tab", name="How it lies").press("Enter")
    row = page.get_by_role("row", name="on the cut October")
    hidden = row.locator("[data-figure$='.hidden_frac']")
    before = float(hidden.inner_text().split("\n")[0].replace("%", ""))
    page.get_by_role("button", name="mast").press("Enter")
    page.get_by_label("Bearing of mast").fill("90")  # to the right of a nose to the east: in the noon sun
    page.get_by_label("Bearing of mast").press("Enter")
    page.get_by_label("Width of mast").fill("6")
    page.get_by_label("Width of mast").press("Enter")
    expect(hidden).not_to_contain_text(f"{before:g}")
    expect(page.get_by_text("its panels stand under Panels and controllers")).to_be_visible()
    expect(page.get_by_text("already taken off the need")).to_be_visible()

    page.get_by_role("tab", name="Sun over the vehicle").press("Enter")
    page.get_by_role("combobox", name="At", exact=True).select_option("on the cut")
    day = page.get_by_role("slider", name="On 2 October")
    day.press("ArrowRight")
    expect(page.get_by_role("slider", name="On 3 October")).to_be_visible()
    dome = page.get_by_role("img", name="1 things on the vehicle and a horizon line")
    expect(dome).to_contain_text("mast")
    expect(page.get_by_text("it stands behind something")).to_be_visible()
    page.get_by_role("slider", name="Nose to 90°").press("ArrowRight")
    expect(page.get_by_text("Nose to 95°, tried out")).to_be_visible()
