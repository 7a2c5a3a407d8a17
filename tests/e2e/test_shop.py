"""The parts book, people, comments, lost edits and typed quantities, on the real screen."""

from __future__ import annotations

from installer import Installer, Site
from playwright.sync_api import Browser, Locator, Page, expect

from ryokan.operations.demo import EMAIL, PASSWORD


def test_a_bank_is_chosen_from_the_parts_by_keyboard_and_undone_as_one_drag(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Two relief nurses", "Storage")

    page.get_by_role("button", name="Choose from the parts").press("Enter")
    page.get_by_role("dialog").get_by_label("Find").fill("150")
    page.get_by_role("button", name="Take AGM block 12 V 150 Ah").press("Enter")
    installer.saved(2)
    expect(page.get_by_text("Chosen so far, price")).to_be_visible()
    fewer = page.get_by_role("button", name="In parallel: one fewer")
    for _ in range(3):
        fewer.press("Enter")
    expect(page.get_by_text("The bank is empty after").first).to_be_visible()
    expect(page.get_by_label("In parallel", exact=True)).to_have_text("1")
    page.get_by_role("button", name="Undo").press("Enter")
    expect(page.get_by_label("In parallel", exact=True)).to_have_text("4")


def test_a_part_is_added_changed_and_found_and_a_fault_stands_at_its_field(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    page.goto(f"{installer.site.server.address}/parts")

    page.get_by_role("button", name="Add a battery").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Name").fill("LFP bench block")
    dialog.get_by_label("Nominal volts").fill("12.8")
    dialog.get_by_label("Capacity").fill("2.7 kW")
    dialog.get_by_role("button", name="Add to the book").click()
    expect(dialog.get_by_role("alert")).to_have_text(["This is needed.", "“2.7 kW” is power; here goes capacity, in Ah."])
    dialog.get_by_label("Chemistry").select_option("Lithium (LFP)")
    dialog.get_by_label("Capacity").fill("210 Ah")
    dialog.get_by_label("Mass").fill("44 lb")
    dialog.get_by_role("button", name="Add to the book").click()
    page.keyboard.press("/")
    page.keyboard.type("bench")
    row = page.get_by_role("row", name="LFP bench block")
    expect(row).to_contain_text("20kg")
    row.get_by_role("button").click()
    dialog.get_by_label("Capacity").fill("200")
    dialog.get_by_role("button", name="Save as a new revision").click()
    expect(row).to_contain_text("200")


def test_what_was_typed_is_kept_and_units_are_the_persons(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Two relief nurses", "Storage")

    bay = page.get_by_label("Coldest bay in use")
    bay.fill("14F")
    bay.press("Enter")
    installer.saved(2)
    expect(bay).to_have_value("14F")
    expect(page.get_by_text("= -10 °C")).to_be_visible()
    bay.fill("5 Ah")
    bay.press("Enter")
    expect(page.get_by_role("alert")).to_have_text("“5 Ah” is capacity; here goes a temperature, in °C.")
    bay.press("Escape")
    page.get_by_role("button", name="Ines Vane").click()
    page.get_by_role("menuitem", name="Units").click()
    expect(page.get_by_text("= 14 °F")).to_be_visible()


def test_an_edit_that_came_too_late_shows_both_values_and_its_author_decides(installer: Installer, browser: Browser) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Two relief nurses", "Charging")
    hours = page.get_by_label("Hours on a hookup")
    expect(hours).to_be_visible()
    context = browser.new_context()
    other = Installer(context.new_page(), installer.site)
    other.page.goto(installer.site.server.address)
    other.page.get_by_label("Address").fill(EMAIL)
    other.page.get_by_label("Password").fill(PASSWORD)
    other.page.keyboard.press("Enter")
    other.open("Two relief nurses", "Charging")

    other.page.get_by_label("Hours on a hookup").fill("6 h")
    other.page.keyboard.press("Enter")
    other.saved(2)
    hours.fill("480 min")
    hours.press("Enter")

    draft = page.get_by_role("region", name="Your draft")
    expect(draft).to_contain_text("changed the same place meanwhile")
    expect(draft.get_by_role("row", name="charging, refill hours")).to_have_text("charging, refill hours86")
    page.reload()
    draft.get_by_role("button", name="Put mine in").click()
    installer.saved(3)
    expect(page.get_by_label("Hours on a hookup")).to_have_value("480 min")
    installer.complaints = [one for one in installer.complaints if "412" not in one]
    context.close()


def test_a_form_that_is_open_loses_nobody_s_change_and_tells_of_a_clash(installer: Installer, browser: Browser) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Two relief nurses", "Loads")
    form = page.get_by_role("dialog", name="Fridge")

    def open_form(of: Page) -> Locator:
        of.get_by_role("row", name="Fridge").first.focus()
        of.keyboard.press("f")
        return of.get_by_role("dialog", name="Fridge")

    open_form(page)
    context = browser.new_context()
    other = Installer(context.new_page(), installer.site)
    other.page.goto(installer.site.server.address)
    other.page.get_by_label("Address").fill(EMAIL)
    other.page.get_by_label("Password").fill(PASSWORD)
    other.page.keyboard.press("Enter")
    other.open("Two relief nurses", "Loads")
    theirs = open_form(other.page)
    theirs.get_by_label("Days a week").fill("5")
    theirs.get_by_role("button", name="Store").click()
    other.saved(2)

    form.get_by_label("Group").fill("galley")
    form.get_by_role("button", name="Store").click()
    expect(form).to_have_count(0)
    installer.saved(3)
    open_form(page)
    expect(form.get_by_label("Days a week")).to_have_value("5")
    expect(form.get_by_label("Group")).to_have_value("galley")
    theirs = open_form(other.page)
    theirs.get_by_label("Days a week").fill("6")
    theirs.get_by_role("button", name="Store").click()
    other.saved(4)
    form.get_by_label("Days a week").fill("4")
    form.get_by_role("button", name="Store").click()

    expect(form.get_by_role("alert")).to_contain_text("kept as a draft")
    form.get_by_role("button", name="Leave").click()
    draft = page.get_by_role("region", name="Your draft")
    expect(draft.get_by_role("row", name="days per week")).to_contain_text("46")
    installer.complaints = [one for one in installer.complaints if "412" not in one]
    context.close()


def test_somebody_joins_by_a_link_comments_and_is_answered(installer: Installer, site: Site, browser: Browser) -> None:
    page = installer.page
    installer.sign_in()
    page.goto(f"{site.server.address}/shop")
    page.get_by_label("Address to invite").fill("bo@saltmarsh.example")
    page.get_by_role("button", name="Make an invitation").click()
    link = page.get_by_label("Link of the invitation").input_value()
    context = browser.new_context()
    guest = Installer(context.new_page(), site)

    guest.page.goto(link)
    expect(guest.page.get_by_text("asks you in as fitter")).to_be_visible()
    guest.page.get_by_label("Your name").fill("Bo Lund")
    guest.page.get_by_label("A password").fill("short")
    guest.page.get_by_role("button", name="Join").click()
    expect(guest.page.get_by_role("alert")).to_contain_text("at least 12")
    guest.page.get_by_label("A password").fill("a-tin-of-terminals")
    guest.page.keyboard.press("Enter")
    guest.page.get_by_role("button", name="I have read this").click()
    guest.open("Two relief nurses", "Wiring")
    expect(guest.page.get_by_text("Looking only")).to_be_visible()
    guest.page.get_by_role("button", name="Comments").click()
    guest.page.get_by_label("About").select_option("the main run")
    guest.page.get_by_label("What is to be looked at").fill("Through which bulkhead?")
    guest.page.get_by_role("button", name="Say it").click()
    expect(guest.page.get_by_role("dialog").get_by_role("listitem")).to_contain_text("Bo Lund")

    page.goto(site.server.address)
    installer.open("Two relief nurses", "Wiring")
    page.get_by_role("button", name="Comments 1").click()
    page.get_by_role("button", name="Resolve").click()
    expect(page.get_by_text("Nothing open.")).to_be_visible()
    assert guest.complaints == []
    context.close()


def test_a_source_checked_against_print_loses_its_mark(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    page.goto(f"{installer.site.server.address}/sources")

    marks = page.get_by_text("from memory ○")
    expect(page.get_by_role("button", name="I have compared it").first).to_be_visible()
    count = marks.count()
    page.get_by_role("button", name="I have compared it").first.click()
    page.get_by_label("Edition compared").fill("2019, clause 5")
    page.get_by_role("button", name="Record it").click()

    expect(page.get_by_text("Checked against print by Ines Vane, 2019, clause 5")).to_be_visible()
    expect(marks).to_have_count(count - 1)


def test_a_shops_margin_goes_into_a_new_job_and_notes_into_its_file(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    page.goto(f"{installer.site.server.address}/shop")
    margin = page.get_by_label("Margin on the audit")
    margin.fill("25")
    margin.press("Enter")
    page.get_by_role("button", name="Settle these").click()
    expect(page.get_by_text("the product's own: 20")).to_be_visible()
    page.goto(installer.site.server.address)

    page.get_by_role("button", name="Start a job").click()
    page.get_by_label("What it is").fill("Bell tower")
    page.get_by_label("For whom").fill("The ringers")
    page.get_by_role("button", name="Start", exact=True).click()
    installer.type_load("lamp 10 W 5 h")
    installer.saved(2)
    installer.step("Brief")
    expect(page.get_by_label("Margin on the audit")).to_have_value("25")
    page.get_by_role("button", name="Ines Vane").click()
    page.get_by_role("menuitem", name="Notes on the job").click()
    page.get_by_label("Notes", exact=True).fill("Key with the sexton.")
    page.get_by_role("button", name="Keep").click()
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.reload()
    page.get_by_role("button", name="Ines Vane").click()
    page.get_by_role("menuitem", name="Notes on the job").click()
    expect(page.get_by_label("Notes", exact=True)).to_have_value("Key with the sexton.")
