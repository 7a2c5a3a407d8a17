"""The survey of a job of two systems, by keyboard where hands are; room drawn to scale; ways in beside the audit."""

from __future__ import annotations

import io
import re
from pathlib import Path

from installer import Installer
from PIL import Image
from playwright.sync_api import Locator, Page, expect


def found(page: Page, kind: str, members: dict[str, str]) -> None:
    """Enter something that is there by keyboard."""
    page.get_by_role("button", name=f"+ {kind}", exact=True).press("Enter")
    dialog = page.get_by_role("dialog")
    for label, value in members.items():
        fill(dialog.get_by_label(label).first, value)
    dialog.get_by_role("button", name="It is there").press("Enter")
    expect(dialog).to_have_count(0)


def fill(field: Locator, value: str) -> None:
    if field.evaluate("(one) => one.tagName") == "SELECT":
        field.select_option(label=value)
    else:
        field.fill(value)


def test_a_job_of_two_systems_is_surveyed_judged_as_found_and_linked(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Survey")
    expect(page.get_by_text("Look the vehicle over")).to_be_visible()

    page.get_by_role("button", name="+ Bank", exact=True).press("Enter")
    dialog = page.get_by_role("dialog", name="Bank")
    dialog.get_by_label("Strings in parallel").fill("2")
    dialog.get_by_role("button", name="It is there").press("Enter")
    expect(dialog).to_have_count(0)
    row = page.get_by_role("main").get_by_role("row", name="Bank")
    expect(row).to_contain_text("plate not read")  # nothing is known of it, and it keeps its place
    asked = page.get_by_role("region", name="Still to be asked")
    expect(asked).to_contain_text("of which decide a danger")
    asked.get_by_role("button", name="What kind of battery is the bank? AGM").press("Enter")
    expect(asked.get_by_text("What kind of battery is the bank?")).to_have_count(0)
    expect(row).to_contain_text("AGM")
    row.get_by_role("button", name="Bank", exact=True).press("Enter")
    expect(dialog.get_by_label("Electronics that watch its cells")).to_have_count(0)  # of lithium alone
    for label, value in {
        "Name": "old block",
        "Nominal volts": "12",
        "Capacity": "100",
        "Mass": "66 lb",
        "Age, years": "6",
    }.items():
        dialog.get_by_label(label, exact=False).first.fill(value)
    dialog.get_by_label("Condition").select_option("worn")
    dialog.get_by_role("button", name="Store").press("Enter")
    expect(dialog).to_have_count(0)
    expect(row).to_contain_text("2 × 12 V 100 Ah, AGM")
    page.get_by_label("Add what is there").fill("reads 12,31 V resting with bench multimeter")
    page.keyboard.press("Enter")
    expect(page.get_by_role("tab", name="Readings1")).to_be_visible()
    found(page, "Alternator", {"On its label": "140 A", "Charges the house bank": "through a relay"})
    found(page, "Panels", {"Rated, each": "120"})
    page.get_by_role("main").get_by_role("row", name="Panels").get_by_role("radio", name="stays").press("Enter")
    expect(page.get_by_text("Three things are there: one stays, two are not decided.")).to_be_visible()

    page.get_by_role("button", name="Judge it as found").press("Enter")
    expect(page.get_by_role("link", name="As found")).to_have_attribute("aria-current", "page")
    expect(page.get_by_role("main").get_by_text("reckoned with by its plate")).to_have_count(1)
    row.get_by_role("button", name="Bank", exact=True).press("Enter")
    dialog.get_by_label("Strings in parallel").fill("3")
    dialog.get_by_role("button", name="Store").press("Enter")
    installer.step("Storage")
    expect(page.get_by_label("In parallel", exact=True)).to_have_text("3")  # the rig follows its survey
    installer.step("Charging")
    expect(page.get_by_role("table").filter(has_text="left, loads on")).to_have_count(
        0
    )  # nobody said what the alternator is of
    installer.step("Survey")
    page.get_by_role("region", name="Still to be asked").get_by_role("button", name=re.compile("more$")).press("Enter")
    page.get_by_role("button", name="Is the alternator of 12 or 24 V? 12 V").press("Enter")
    installer.step("Charging")
    driving = page.get_by_role("row", name=re.compile("^Driving"))
    expect(driving).to_contain_text("Relay")
    expect(driving).to_contain_text("59")  # 0.6 × 140 A when hot, less 25 A that the vehicle draws
    expect(page.get_by_text("Still to be asked:")).to_be_visible()  # in the ledger of every page
    installer.step("Survey")

    page.get_by_role("tab", name="Other systems").press("Enter")
    page.get_by_label("This one is called").fill("Van")
    page.get_by_label("The other is called").fill("Light-trap trailer")
    page.get_by_role("button", name="Begin its survey").press("Enter")
    expect(page.get_by_role("navigation", name="Systems").get_by_role("link", name="Light-trap trailer")).to_have_attribute(
        "aria-current", "true"
    )
    expect(page.get_by_text("Look the vehicle over")).to_be_visible()
    page.get_by_role("tab", name="Other systems").press("Enter")
    page.get_by_role("button", name="+ Link").press("Enter")
    dialog = page.get_by_role("dialog", name="A link between systems")
    dialog.get_by_role("radio", name="this system is fed by").press("Enter")
    dialog.get_by_label("Its option").select_option("As found")
    dialog.get_by_label("The charger gives").fill("20")
    dialog.get_by_role("button", name="Join them").press("Enter")
    expect(dialog).to_have_count(0)
    expect(page.get_by_text("Van, As found: says the same.")).to_be_visible()
    expect(page.get_by_text("Van, Proposed: does not know of it.")).to_be_visible()
    page.get_by_role("navigation", name="Systems").get_by_role("link", name="Van").press("Enter")
    page.get_by_role("navigation", name="Options").get_by_role("link", name="As found").press("Enter")
    expect(page.get_by_text("Feeds Light-trap trailer by a charger on the alternator: 20 A at 14.4 V")).to_be_visible()


def test_room_is_entered_drawn_and_moved_by_arrow_keys_and_bounds_what_fits(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Survey")
    page.get_by_role("tab", name="Vehicle").press("Enter")
    for label, value in {"Length over all": "5.9", "Width": "6 ft 8 in", "Behind rear axle": "1.1"}.items():
        page.get_by_label(label, exact=True).fill(value)
        page.get_by_label(label, exact=True).press("Enter")
    installer.saved(4)
    page.get_by_role("tab", name="Room").press("Enter")
    page.get_by_role("button", name="+ Compartment").press("Enter")
    dialog = page.get_by_role("dialog", name="Compartment")
    for label, value in {"Called": "bench", "Inside, along": "1.2", "Inside, across": "0.5", "Inside, high": "16 in"}.items():
        dialog.get_by_label(label, exact=False).first.fill(value)
    dialog.get_by_role("button", name="It is there").press("Enter")
    box = page.get_by_role("button", name=re.compile("^bench, 1.2 by 0.5 m"))
    expect(box).to_have_attribute("aria-label", re.compile("at 0, 0$"))
    box.focus()
    page.keyboard.press("Shift+ArrowRight")
    page.keyboard.press("ArrowDown")
    expect(box).to_have_attribute("aria-label", re.compile("at 0.1, −0.01$"))
    expect(page.get_by_role("row", name="bench")).to_contain_text("244")  # litres: 1.2 × 0.5 × 0.4064 m
    page.get_by_role("button", name="Undo").press("Enter")  # both presses were one gesture
    expect(box).to_have_attribute("aria-label", re.compile("at 0, 0$"))

    middle = box.bounding_box()
    assert middle is not None
    x, y = middle["x"] + middle["width"] / 2, middle["y"] + middle["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 60, y, steps=4)
    page.mouse.up()
    expect(box).not_to_have_attribute("aria-label", re.compile("at 0, 0$"))
    page.mouse.click(x + 60, y)  # a press that does not move opens it
    page.get_by_role("dialog", name="bench").get_by_role("button", name="Leave").click()

    page.get_by_role("button", name="Draw an outline").press("Enter")
    corner = page.get_by_role("button", name=re.compile("^Corner 1 at −?-?1.1"))
    corner.focus()
    page.keyboard.press("Shift+ArrowRight")
    expect(page.get_by_role("button", name="Corner 1 at -1, -1.02 m")).to_be_visible()
    expect(page.get_by_text("of rigid panel at the very most")).to_be_visible()
    installer.step("Solar")
    page.get_by_label("Array, rated").fill("9000")
    page.keyboard.press("Enter")
    expect(page.get_by_text("of free roof carry").first).to_be_visible()


def test_photographs_are_kept_with_what_they_show(installer: Installer, tmp_path: Path) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Survey")
    page.get_by_role("tab", name="Photographs").press("Enter")
    picture, text = tmp_path / "label.png", tmp_path / "label.txt"
    out = io.BytesIO()
    Image.new("RGB", (800, 600), (90, 120, 60)).save(out, "PNG")
    picture.write_bytes(out.getvalue())
    text.write_text("no picture")

    page.get_by_label("Photograph", exact=True).set_input_files(text)
    expect(page.get_by_role("alert")).to_contain_text("no JPEG, PNG or WebP")
    page.get_by_label("Photograph", exact=True).set_input_files(picture)
    page.get_by_role("img", name="Photograph of the vehicle").click()
    page.get_by_label("What it shows").fill("label behind the seat")
    page.keyboard.press("Enter")
    shown = page.get_by_role("img", name="label behind the seat")
    expect(shown).to_be_visible()
    assert shown.evaluate("(one) => one.naturalWidth") == 320


def test_a_wish_and_a_meters_log_are_ways_in(installer: Installer, tmp_path: Path) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Brief")
    wish = page.get_by_label("One wish, or what they own")
    wish.fill("this air conditioner for eight hours")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="air conditioner 8 hours 1500 W").press("Enter")  # it asks for the watts
    expect(page.get_by_text("By itself, for one day")).to_be_visible()
    page.get_by_text("Bank needed", exact=True).press("Enter")
    expect(page.get_by_text("Source: IEEE 1013").first).to_be_visible()
    page.get_by_role("button", name="Put it on the sheet").press("Enter")
    page.get_by_role("button", name="Accept").press("Enter")
    installer.saved(2)
    wish.fill("four days of rain")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Promise that").press("Enter")
    page.get_by_role("button", name="Accept").press("Enter")
    installer.saved(3)
    expect(page.get_by_role("button", name="Days without charge: four days. Change.")).to_be_visible()

    log = tmp_path / "log.csv"
    log.write_text("date,Ah\n2026-04-13,40\n2026-04-14,60\n")
    page.get_by_label("Meter log").set_input_files(log)
    expect(page.get_by_text("2 whole days, 2026-04-13 to 2026-04-14")).to_be_visible()
    page.get_by_role("button", name="Put its days beside the audit").press("Enter")
    installer.saved(4)
    installer.step("Loads")
    expect(page.get_by_role("row", name=re.compile("measured", re.IGNORECASE)).first).to_contain_text("50")


def test_what_runs_together_and_for_how_long_is_asked_by_keyboard(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Two relief nurses", "Inverter")
    page.get_by_role("button", name="Microwave by itself: fit").focus()
    page.keyboard.press("ArrowDown")
    expect(page.get_by_role("button", name="Fridge and Microwave: never fit")).to_be_focused()
    expect(page.get_by_text("Microwave and Fridge never fit: 1 621 VA running of 1 500".replace(" 6", "\u20096").replace("1 5", "1\u20095"))).to_be_visible()  # fmt: skip

    installer.step("Storage")
    page.get_by_role("tab", name="How long it runs").press("Enter")
    page.get_by_role("button", name="9 × Lamp").press("Enter")
    result = page.get_by_role("row", name="How long it runs")
    expect(result).to_contain_text("h")
    before = result.inner_text()
    page.get_by_label("From a charge of").focus()
    for _ in range(4):
        page.keyboard.press("ArrowLeft")
    expect(page.get_by_text("80 %", exact=True)).to_be_visible()
    expect(result).not_to_have_text(before)
