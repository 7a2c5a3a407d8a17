"""A whole audit by keyboard alone, and load lists as files."""

from __future__ import annotations

from pathlib import Path

from installer import Installer
from playwright.sync_api import expect

# A sailing boat of nobody's: 25 loads in every way that a plate states them.
AUDIT = [
    "fridge 45 W 24 h 40% must", "freezer 250 kWh a year dc", "8 x led lamp 3 W 4-6 h", "anchor light 2 W 11 h must",
    "chart plotter 15 W 8 h", "autopilot 40 W 6 h 50%", "vhf radio 0.4 A 12 V 10 h", "ais 4 W 12 h", "water pump 5 A 12 V 15 min",
    "bilge pump 50 W 5 min must", "phone 4000 mAh 1 charge per person", "laptop 60 Wh 1.5 charges per person",
    "router 12 W 24 h", "speaker 15 W 3 h", "fan 20 W 8 h in summer", "diesel heater 25 W 9 h in winter",
    "air conditioner 5000 BTU eer 10 4 h 60% in summer", "kettle 1200 W 3 times 4 min", "microwave 10 A 120 V 10 min",
    "toaster 900 W 6 min never with kettle", "hair dryer 1500 W 5 min", "washing machine 600 Wh 40 min 2 days a week",
    "drill 500 W 20 min weekends", "water maker 120 W 2 h above 90%", "laptop charger 60 W 2 h while driving",
]  # fmt: skip


def test_an_audit_of_25_loads_by_keyboard_alone(installer: Installer) -> None:
    page, keys = installer.page, installer.page.keyboard
    installer.sign_in()
    page.get_by_role("button", name="Start a job").press("Enter")
    keys.type("Ketch with a long list")
    keys.press("Tab")
    keys.type("The crew")
    keys.press("Enter")
    expect(page.get_by_label("Add a load")).to_be_focused()

    count = 1 + len(AUDIT)
    for line in AUDIT:
        keys.type(line)
        keys.press("Enter")
        expect(page.get_by_label("Add a load")).to_have_value("")
    installer.saved(count)

    rows = page.locator("tr[data-row]")
    expect(rows).to_have_count(25)
    expect(page.get_by_role("row", name="air conditioner")).to_contain_text("in summer")
    # The day is the sum of the groups, the groups are those of the table, and the hours are 24.
    expect(page.get_by_role("slider", name="Use by hour of the day")).to_be_visible()
    expect(page.get_by_text("never stop: that is")).to_be_visible()
    # A name alone is completed from the table of usual loads.
    keys.type("indu")
    expect(page.get_by_role("list", name="Usual loads")).to_contain_text("without electricity: a gas hob")
    keys.press("Tab")
    expect(page.get_by_label("Add a load")).to_have_value("induction hob 1600 W 30 min")
    keys.press("Escape")
    # All of a row in its form: from the row by F, hours of the day by arrow keys.
    page.locator("tr[data-row]").first.focus()
    keys.press("f")
    dialog = page.get_by_role("dialog", name="fridge")
    dialog.get_by_label("when hot").focus()
    keys.type("0.6")
    dialog.get_by_label("Hours of the day").select_option("own")
    dialog.get_by_role("slider", name="0 to 1 o'clock").focus()
    keys.press("ArrowUp")
    keys.press("ArrowRight")
    keys.press("ArrowDown")
    expect(dialog.get_by_role("slider", name="0 to 1 o'clock")).to_have_attribute("aria-valuenow", "3")
    expect(dialog.get_by_role("slider", name="1 to 2 o'clock", exact=True)).to_have_attribute("aria-valuenow", "1")
    dialog.get_by_role("button", name="Store").press("Enter")
    expect(dialog).to_have_count(0)
    installer.saved(count + 1)


def test_a_list_goes_out_and_in_and_a_hostile_one_is_refused_by_row(installer: Installer, tmp_path: Path) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Two relief nurses", "Loads")
    rows = page.locator("tr[data-row]")
    expect(rows.first).to_be_visible()
    count = rows.count()

    with page.expect_download() as out:
        page.get_by_role("link", name="Take the list out as CSV").click()
    list_file = tmp_path / "loads.csv"
    out.value.save_as(list_file)
    page.get_by_label("Load list").set_input_files(list_file)
    expect(rows).to_have_count(2 * count)
    page.get_by_role("button", name="Undo").click()
    expect(rows).to_have_count(count)

    hostile = tmp_path / "hostile.csv"
    hostile.write_bytes("\ufeffline;duty_hot\nlamp 3,5 W 5 h;0,5\n=cmd|'/c calc'!A1;\ninflator 5A 10 min;\n".encode())
    page.get_by_label("Load list").set_input_files(hostile)
    dialog = page.get_by_role("dialog", name="This list was not taken")
    expect(dialog.get_by_role("listitem").first).to_contain_text("Row 3, line")
    expect(dialog).to_contain_text("Row 4, line: 5 A on the 12 V side and 5 A on the 120 V side")
    dialog.get_by_role("button", name="Close").click()
    expect(rows).to_have_count(count)


def test_a_set_of_one_job_begins_the_audit_of_the_next(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Two relief nurses", "Loads")
    expect(page.locator("tr[data-row]").first).to_be_visible()
    count = page.locator("tr[data-row]").count()
    page.get_by_role("button", name="Sets of the shop").click()
    page.get_by_label("Keep this list as a set").fill("Fifth wheel, two people")
    page.get_by_role("button", name="Keep").click()
    expect(page.get_by_role("listitem").filter(has_text="Fifth wheel, two people")).to_be_visible()
    page.get_by_role("button", name="Close").click()

    page.get_by_role("link", name="All jobs").click()
    installer.open("Moth counters", "Loads")
    page.get_by_role("button", name="Sets of the shop").click()
    page.get_by_role("button", name="Add", exact=True).click()

    expect(page.locator("tr[data-row]")).to_have_count(count)
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("tr[data-row]")).to_have_count(0)
