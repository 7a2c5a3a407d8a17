"""Three panels owned and one bought go onto two controllers, onto the roof, and one finding ends by its fix. By keyboard."""

from __future__ import annotations

import re

from installer import Installer
from playwright.sync_api import Page, expect


def tab(page: Page, name: str) -> None:
    page.get_by_role("tab", name=name, exact=True).press("Enter")


def of_their_own(page: Page, name: str, members: dict[str, str]) -> None:
    page.get_by_role("button", name="Panel of their own…").press("Enter")
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Name (needed)").fill(name)
    for label, value in members.items():
        dialog.get_by_label(re.compile(f"^{re.escape(label)}")).first.fill(value)
    dialog.get_by_role("button", name=re.compile("Add|Store|It is")).last.press("Enter")
    expect(dialog).to_be_hidden()


def test_panels_are_arranged_on_two_controllers_laid_on_the_roof_and_a_finding_ends_by_its_fix(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("narrowboat", "Solar")
    here = page.get_by_role("list", name="What does not fit here")
    expect(here).to_contain_text("Open in the cold the strings of Cabin roof reach")

    # The fix of the danger: shorter strings, each with the fuse that it then needs.
    page.get_by_role("button", name="Wire it in shorter strings…").first.press("Enter")
    page.get_by_role("button", name=re.compile("^(Do it|Accept|Apply|Take it)")).first.press("Enter")
    expect(here).not_to_contain_text("Open in the cold the strings of Cabin roof reach")
    tab(page, "Panels and controllers")
    expect(page.get_by_label("Fuse of string 3, or none")).to_have_value("16")

    # Three of their own, one of the book.
    of_their_own(page, "Three old ones", {"Rated": "100", "Volts, open (Voc)": "22", "Volts at full power": "18", "Amps, shorted": "6.1", "Amps at full power": "5.56", "Length, m": "1.1", "Width, m": "0.54", "Height, m": "0.03"})  # fmt: skip
    page.get_by_role("button", name="Arrange panels…").press("Enter")
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Add a kind of panel").select_option(label="Three old ones")
    dialog.get_by_label("How many of kind 1").fill("3")
    dialog.get_by_label("Add a kind of panel").select_option(label="Rigid panel 300 W, 60 cells")
    expect(dialog.get_by_text("Each kind on a controller of its own")).to_be_visible()
    expect(dialog.get_by_text("unlike volts on one input").first).to_be_visible()
    dialog.get_by_role("button", name="Wire it so", exact=True).first.press("Enter")
    expect(page.get_by_label("String 1, panels 1").last).to_be_visible()

    tab(page, "Roof")
    page.get_by_role("button", name="Lay all where there is room").press("Enter")
    # Between the fore end and the bow is room for one, turned across; the new one is too long for what is left.
    laid = page.get_by_role("button", name=re.compile(r"^D1\.1, 0\.54 by 1\.1 m"))
    expect(laid).to_be_visible()
    expect(page.get_by_text("No room was found for")).to_contain_text("E1.1")
    before = laid.get_attribute("aria-label")
    laid.press("Shift+ArrowRight")
    expect(page.get_by_role("button", name=re.compile(r"^D1\.1"))).not_to_have_attribute("aria-label", str(before))
    page.get_by_role("button", name=re.compile(r"^D1\.1")).press("t")
    expect(page.get_by_role("button", name=re.compile(r"^D1\.1, 1\.1 by 0\.54 m"))).to_be_visible()
    with page.expect_download() as file:
        page.get_by_role("link", name="Plan as DXF").press("Enter")
    assert file.value.suggested_filename == "roof-plan.dxf"

    tab(page, "Curves")
    page.get_by_label("String", exact=True).select_option(index=3)
    expect(page.get_by_text("the same panels side by side").or_(page.get_by_text("as it is wired")).first).to_be_visible()
    page.get_by_role("slider", name="Shade").press("End")
    expect(page.get_by_text("The shade takes")).to_be_visible()
    tab(page, "Months")
    expect(page.get_by_role("columnheader", name="Together")).to_be_visible()


def test_what_is_typed_wrong_is_told_at_its_place_and_nothing_is_lost(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Solar")
    tab(page, "Panels and controllers")
    fuse = page.get_by_label("Fuse of string 1, or none")
    fuse.fill("0")
    fuse.press("Enter")
    expect(page.get_by_role("alert").first).to_contain_text("More than 0")
    expect(fuse).to_have_value("0")
    fuse.press("Escape")
    expect(fuse).to_have_value("15")
    fuse.fill("none")
    fuse.press("Enter")
    here = page.get_by_role("list", name="What does not fit here")
    expect(here).to_contain_text("it has no fuse")

    page.get_by_role("button", name="Panel of their own…").press("Enter")
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Name (needed)").fill("mixed up")
    dialog.get_by_label(re.compile("^Rated")).fill("200")
    dialog.get_by_label(re.compile("^Volts, open [(]Voc[)]")).fill("18")
    dialog.get_by_label(re.compile("^Volts at full power")).fill("22")
    dialog.get_by_label(re.compile("^Open volts by heat")).fill("0.28")
    dialog.get_by_role("button", name=re.compile("Add|Store|It is")).last.press("Enter")
    expect(dialog.get_by_role("alert").first).to_be_visible()
    expect(dialog.get_by_label("Name (needed)")).to_have_value("mixed up")
