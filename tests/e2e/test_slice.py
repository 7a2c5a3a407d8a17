"""The whole job once, in a real browser."""

from __future__ import annotations

import re
from pathlib import Path

from installer import Installer
from playwright.sync_api import expect

LINES = ["10 x LED lamp 3W 5h", "laptop 50 W 4 h ac", "blender 11.5A 120V 1 min", "fridge 45W 40% 24h"]

# What the ledger has to say for these four lines, two days without charge and three peak sun hours, worked by hand:
#   at the bank: lamps 150 / 0.97 = 154.6; fridge 432 / 0.97 = 445.4; laptop and blender through an inverter of the next
#   usual size over max(1.25 × 1430, 2810 / 2) = 1787.5 W, which is 2000 W:
#   laptop 4 × (1.05 × 50 + 0.06 × 50² / 2000) = 210.3; blender (1.05 × 1380 + 0.06 × 1380² / 2000) / 60 = 25.1;
#   idle 16 W × 4.0167 h = 64.3. Sum 899.7, with 20 % 1 079.6; two days at 80 % depth: 2 699 Wh, 210.9 Ah at 12.8 V.
#   Main run: 2 236 W / 11.2 V = 199.6 A and DC loads 75 W / 0.97 / 11.2 V = 6.9 A, × 1.25 = 258 A: a 300 A fuse, and 2/0 at 330 A.
NEEDS = {
    "A day, with margin": "1080Wh",
    "Bank, LFP": "2699Wh",
    "at 12.8 V": "211Ah",
    "Inverter, running": "1788W",
    "Inverter, starting": "2810W",
    "DC amps at cut-off": "200A",
    "Main fuse": "300A",
    "Main cable": "2/0AWG",
}


def needs(installer: Installer) -> dict[str, str]:
    ledger = installer.page.get_by_label("Ledger")
    if ledger.get_by_role("button", name="Only what counts here").count() == 0:
        ledger.locator("button[aria-keyshortcuts=l]").click()
    rows = ledger.locator("tbody tr").all()
    return {row.locator("th").inner_text(): re.sub(r"[○\s]", "", row.locator("td").first.inner_text()) for row in rows}


def test_four_typed_loads_become_every_need_and_survive_a_reload_and_a_kill(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    page.get_by_role("button", name="Start a job").click()
    page.get_by_label("What it is").fill("Tile cutter's van")
    page.get_by_label("For whom").fill("Oda Fenn")
    page.keyboard.press("Enter")

    # A new job opens with the cursor in the load line.
    expect(page.get_by_label("Add a load")).to_be_focused()
    for count, line in enumerate(LINES, start=2):
        installer.type_load(line)
        installer.saved(count)
    assert {label: found for label, found in needs(installer).items() if label in NEEDS} == NEEDS

    for step, says in [
        ("Storage", "the bank needs 2699"),
        ("Inverter", "an inverter of 1788"),
        ("Solar", "puts back what a mean day takes"),
        ("Charging", "alone keeps up"),
        ("Wiring", "a 300"),
    ]:
        installer.step(step)
        expect(page.locator("main p").first).to_contain_text(says)

    # Press a figure: its working; from there to the working of an input, and back.
    installer.step("Storage")
    page.locator('main [data-figure="storage.need_wh"]').click()
    working = page.get_by_label("Working")
    expect(working.get_by_role("heading", level=2)).to_have_text("Bank needed")
    expect(working).to_contain_text("From memory, not yet compared")
    expect(working).to_contain_text("max(2\u202f159 ÷ 0.8, 1\u202f080 ÷ 0.8")
    working.get_by_role("button", name="Worst run of the promised days, with margin").click()
    expect(working.get_by_role("heading", level=2)).to_have_text("Worst run of the promised days, with margin")
    page.keyboard.press("Escape")
    expect(working.get_by_role("heading", level=2)).to_have_text("Bank needed")
    page.keyboard.press("Escape")
    expect(working).not_to_be_visible()
    expect(page.locator('main [data-figure="storage.need_wh"]')).to_be_focused()

    before = needs(installer)
    installer.site.server.kill()
    installer.site.server.start()
    page.reload()
    installer.saved(5)
    assert needs(installer) == before
    installer.step("Loads")
    expect(page.get_by_role("row", name="LED lamp")).to_be_visible()


def test_keyboard_alone_carries_a_load_from_typing_to_undo(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    page.get_by_role("link", name="Moth counters").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("navigation", name="Steps")).to_be_visible()
    page.keyboard.press("3")  # survey, brief, loads
    expect(page.get_by_label("Add a load")).to_be_focused()
    for line in ("lamp 5 W 4 h", "router 12 W all day"):
        page.keyboard.type(line)
        page.keyboard.press("Enter")
        expect(page.get_by_role("row", name=line.split()[0])).to_be_visible()
    installer.saved(3)

    rows = page.locator("tr[data-row]")
    rows.first.focus()
    page.keyboard.press("Alt+ArrowDown")
    expect(rows.first).to_contain_text("router")
    page.keyboard.press("Enter")
    change = page.get_by_label("Change lamp")
    expect(change).to_have_value("lamp 5 W 4 h")
    change.fill("lamp 6 W 4 h")
    page.keyboard.press("Enter")
    expect(page.get_by_role("row", name="lamp")).to_contain_text("6W")
    expect(page.locator("tr[data-row]:focus")).to_contain_text("lamp")
    page.keyboard.press("s")
    expect(page.get_by_role("row", name="lamp")).to_contain_text("struck out")
    page.keyboard.press("Control+z")
    expect(page.get_by_role("row", name="lamp")).not_to_contain_text("struck out")
    page.keyboard.press("Control+Shift+z")
    expect(page.get_by_role("row", name="lamp")).to_contain_text("struck out")
    page.locator("tr[data-row]").last.focus()
    page.keyboard.press("Delete")
    expect(page.get_by_role("row", name="lamp")).to_have_count(0)
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_contain_text("strike a row out")


def test_what_cannot_be_read_is_asked_and_nothing_typed_is_lost(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Loads")
    line = page.get_by_label("Add a load")

    installer.type_load("2.7 kW battery")
    expect(line).to_have_value("")
    expect(page.get_by_text("a battery holds energy")).to_be_visible()
    asked = page.get_by_label("Asked about: 2.7 kW battery")
    expect(asked).to_have_value("2.7 kW battery")
    page.get_by_role("button", name="Leave it").click()
    expect(asked).to_have_count(0)
    line.fill("laptop 50A 4h")
    page.get_by_role("button", name="laptop 50 W 4h").click()
    expect(line).to_have_value("laptop 50 W 4h")
    expect(page.get_by_text("laptop on DC, 50 W for 4 h a day")).to_be_visible()

    installer.step("Storage")
    for typed, says in (("forty", "is not a number"), ("-40", "More than 0"), ("90000", "At most 20\u202f000")):
        field = page.get_by_label("Capacity at 12 V")
        field.fill(typed)
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text(says)
        expect(field).to_have_value(typed)
    installer.step("Wiring")
    expect(page.get_by_text("Nothing draws current yet")).to_be_visible()
    page.get_by_label("One-way length").fill("far")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("is not a length")
    page.get_by_label("One-way length").fill("10 ft 6 in")
    page.keyboard.press("Enter")
    installer.saved(2)


def test_danger_is_seen_and_its_fix_ends_it(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    expect(page.get_by_role("listitem").filter(has_text="narrowboat")).to_contain_text("2 dangers")
    installer.open("narrowboat", "Charging")

    page.locator("main").get_by_role("button", name="Charge through a DC-DC charger").click()
    effect = page.get_by_role("dialog", name="What changes")
    expect(effect).to_contain_text("Ends")
    expect(effect).to_contain_text("Lithium hangs straight on the alternator")
    expect(page.get_by_text("Saved, revision 1")).to_be_visible()
    effect.get_by_role("button", name="Accept").click()

    installer.saved(2)
    # The other one is of the array, and stays.
    expect(page.get_by_label("Ledger")).not_to_contain_text("Lithium hangs straight on the alternator")
    expect(page.get_by_label("Ledger")).to_contain_text("Open in the cold the strings of Cabin roof")
    expect(page.get_by_role("button", name="Undo “changed the charging”")).to_be_enabled()


def test_database_stops_the_page_says_so_keeps_what_was_typed_and_goes_on(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("narrowboat", "Storage")
    expect(page.get_by_text("To carry three days")).to_be_visible()

    installer.away = True
    installer.site.cluster.stop("fast")
    try:
        page.get_by_label("Capacity at 12 V").fill("640")
        page.keyboard.press("Enter")
        expect(page.get_by_text("Not saved yet: 1")).to_be_visible()
        expect(page.get_by_text("The server answers, its database is not ready.")).to_be_visible()
        expect(page.get_by_label("Capacity at 12 V")).to_have_value("640")
        page.reload()
        expect(page.get_by_text("its database does not yet")).to_be_visible()
    finally:
        installer.site.cluster.start()

    installer.saved(2)
    installer.away = False
    expect(page.get_by_label("Capacity at 12 V")).to_have_value("640")


def test_brief_is_changed_in_its_sentence(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Brief")

    page.get_by_role("button", name="Days without charge").click()
    page.get_by_label("Days with no charging source at all").fill("many")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("This is not a whole number.")
    page.get_by_label("Days with no charging source at all").fill("3")
    page.keyboard.press("Enter")

    expect(page.get_by_text("The bank carries three days")).to_be_visible()
    expect(page.get_by_label("Ledger")).to_contain_text("The bank keeps 3 days only below")
    page.get_by_label("Margin on the audit").fill("10")
    page.keyboard.press("Enter")
    installer.saved(3)
    page.get_by_role("button", name="back to 20").click()
    installer.saved(4)


def test_tablet_has_its_ledger_in_a_drawer_and_rows_of_touch_size(tablet: Installer) -> None:
    page = tablet.page
    tablet.sign_in()
    tablet.open("nurses", "Loads")

    page.get_by_role("button", name="Ledger").tap()
    expect(page.get_by_label("Ledger").last).to_contain_text("Need and have")
    page.get_by_role("button", name="Close ledger").tap()
    box = page.locator("tr[data-row]").first.bounding_box()
    assert box is not None
    page.get_by_role("button", name="Actions for TV").tap()
    page.get_by_role("menuitem", name="Strike out").tap()
    expect(page.get_by_role("row", name="TV")).to_contain_text("struck out")
    assert page.evaluate("document.documentElement.scrollWidth <= innerWidth")


def test_job_file_goes_out_and_in_and_a_bad_one_is_refused_with_its_place(installer: Installer, tmp_path: Path) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("nurses", "Loads")
    page.get_by_role("button", name="Ines Vane").click()
    with page.expect_download() as saved:
        page.get_by_role("menuitem", name="Save as a job file").click()
    file = tmp_path / "job.json"
    saved.value.save_as(file)
    page.get_by_role("link", name="All jobs").click()

    page.get_by_label("Job file").set_input_files(file)
    expect(page.get_by_role("button", name="nurses")).to_have_count(2)
    file.write_text(
        file.read_text()
        .replace('"hours_per_day":8.0', '"hours_per_day":80')
        .replace('"hours_per_day": 8.0', '"hours_per_day": 80')
    )
    page.get_by_label("Job file").set_input_files(file)
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("/options/0/rig/loads/cpap/hours_per_day")
    expect(dialog).to_contain_text("At most 24 is possible here.")
    dialog.get_by_role("button", name="Close").click()
    expect(page.get_by_role("button", name="nurses")).to_have_count(2)


def test_history_is_looked_at_and_gone_back_to(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Loads")
    page.get_by_role("row", name="Laptop").focus()
    page.keyboard.press("Delete")
    installer.saved(2)

    page.get_by_role("button", name="Saved, revision 2").click()
    page.get_by_role("button", name="started").click()
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("A day, with margin")
    dialog.get_by_role("button", name="Go back to revision 1").click()

    installer.saved(3)
    expect(page.get_by_role("row", name="Laptop")).to_be_visible()
    expect(page.get_by_role("button", name="Undo “went back to revision 1”")).to_be_enabled()


def test_a_second_option_is_begun_changed_and_compared(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Storage")
    page.get_by_role("button", name="Begin a further option").click()
    page.get_by_label("Begin another option from this one").fill("Lead")
    page.keyboard.press("Enter")
    expect(page.get_by_role("navigation", name="Options").get_by_role("link", name="Lead")).to_have_attribute(
        "aria-current", "page"
    )
    page.get_by_role("radio", name="AGM").click()
    installer.saved(2)

    page.get_by_role("link", name="Compare").click()

    expect(page.get_by_role("columnheader", name="Proposed")).to_contain_text("lasts 2.07 days")
    expect(page.get_by_role("row", name="Bank, LFP / Bank, AGM")).to_contain_text("11884")
    expect(page.get_by_role("row", name="What does not fit")).to_contain_text("The bank keeps")
    page.get_by_role("link", name="Proposed").click()
    installer.saved(1)
