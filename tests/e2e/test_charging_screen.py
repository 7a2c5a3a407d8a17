"""A trailer behind a truck, and a narrowboat with two alternators: chosen, judged and mended on the screen, by keyboard."""

from __future__ import annotations

import re

from installer import Installer, slow_line
from playwright.sync_api import Locator, Page, expect


def tab(page: Page, name: str) -> None:
    page.get_by_role("tab", name=re.compile(f"^{name}")).press("Enter")


def typed(place: Page | Locator, label: str, text: str) -> None:
    field = place.get_by_label(label, exact=True).first
    field.fill(text)
    field.press("Enter")


def test_a_trailer_behind_a_truck_gets_what_its_cable_passes(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("fifth wheel", "Charging")
    here = page.get_by_role("list", name="What does not fit here")

    # The relay goes; a DC-DC charger takes its place, behind a thin cable and a plug.
    tab(page, "Alternators")
    way = page.get_by_role("region", name="Relay", exact=True)
    way.get_by_label("By", exact=True).select_option(label="DC-DC charger")
    way = page.get_by_role("region", name="DC-DC charger", exact=True)
    typed(way, "Rated output", "25")
    way.get_by_text("Cable, tap, switching").click()
    typed(way, "Cable from the alternator, one way", "9 m")
    typed(way, "Its size", "10 AWG")
    way.get_by_label("A plug at the hitch").select_option(label="yes")
    typed(way, "That plug bears", "30")
    expect(here).to_contain_text("left of the alternator's volts")
    expect(here).to_contain_text("through the plug at the hitch")
    expect(way.get_by_text("It asks for")).to_be_visible()

    # A thicker cable and a smaller charger: both are silent.
    typed(way, "Its size", "4 AWG")
    typed(way, "Turned down to", "20")
    expect(here).not_to_contain_text("left of the alternator's volts")
    expect(here).not_to_contain_text("through the plug at the hitch")

    # The schools stand side by side with their figures, and the one that is chosen says so.
    schools = page.get_by_role("table").filter(has_text="School")
    expect(schools.get_by_role("row", name=re.compile("^DC-DC charger – chosen"))).to_be_visible()
    expect(schools.get_by_role("row", name=re.compile("^Hand switch"))).to_contain_text("Wh")

    # From another charge it is sooner full.
    tab(page, "Sources")
    modes = page.get_by_role("table").filter(has_text="left, loads on")
    driving = modes.get_by_role("row", name=re.compile("^Driving"))
    before = driving.get_by_role("cell").last.inner_text()
    page.get_by_role("slider", name="From a charge of").press("End")
    expect(driving.get_by_role("cell").last).not_to_have_text(before)


def test_a_narrowboat_with_two_alternators(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("narrowboat", "Charging")
    here = page.get_by_role("list", name="What does not fit here")
    expect(here).to_contain_text("Lithium hangs straight on the alternator")

    # A second alternator of 24 V with a charger from 24 to 12 V; first the wrong way round.
    tab(page, "Alternators")
    page.get_by_role("button", name="+ Alternator", exact=True).press("Enter")
    second = page.locator("section").filter(has=page.get_by_role("heading", name="Alternator 2", exact=True)).last
    second.get_by_label("Volts", exact=True).select_option(label="24 V")
    typed(second, "On its label", "70")
    second.get_by_role("button", name="+ Way to a bank").press("Enter")
    way = page.get_by_role("region", name="DC-DC charger", exact=True)
    typed(way, "Rated output", "30")
    way.get_by_label("Its input is for").select_option(label="12 V")
    way.get_by_label("Its output is for").select_option(label="24 V")
    expect(here).to_contain_text("is the wrong way round")
    way.get_by_label("Its input is for").select_option(label="24 V")
    way.get_by_label("Its output is for").select_option(label="12 V")
    expect(here).not_to_contain_text("is the wrong way round")

    # The relay becomes a DC-DC charger by the fix; both give while motoring.
    page.get_by_role("button", name="Charge through a DC-DC charger…").first.press("Enter")
    page.get_by_role("button", name=re.compile("^(Do it|Accept|Apply|Take it)")).first.press("Enter")
    expect(here).to_be_hidden()
    tab(page, "Sources")
    typed(page, "Rating of DC-DC charger 1", "20")
    modes = page.get_by_role("table").filter(has_text="left, loads on")
    expect(modes.get_by_role("row", name=re.compile("^Motoring"))).to_contain_text("50")

    # A starter battery that nothing keeps full, and a ladder in the wrong order.
    tab(page, "Other banks")
    page.get_by_role("button", name="+ Starter battery").press("Enter")
    typed(page, "Capacity", "90")
    expect(page.get_by_text("Starts the engine after")).to_be_visible()
    tab(page, "Settings")
    typed(page, "Loads are shed at", "11.3")
    expect(here).to_contain_text("Loads are shed at")
    page.get_by_role("button", name="Shed the loads earlier…").first.press("Enter")
    page.get_by_role("button", name=re.compile("^(Do it|Accept|Apply|Take it)")).first.press("Enter")
    expect(page.get_by_label("Loads are shed at", exact=True)).to_have_value("11.4")


def test_what_cannot_be_is_told_at_its_place_and_nothing_is_lost(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Charging")
    tab(page, "Alternators")
    label = page.get_by_label("On its label")
    for wrong in ("0", "-5", "many", "1e9"):
        label.fill(wrong)
        label.press("Enter")
        expect(page.get_by_role("alert").first).to_be_visible()
        expect(label).to_have_value(wrong)
    label.press("Escape")
    expect(label).to_have_value("220")
    page.get_by_text("Cable, tap, switching").click()
    length = page.get_by_label("Cable from the alternator, one way")
    length.fill("ten paces")
    length.press("Enter")
    expect(page.get_by_role("alert").first).to_contain_text("is not a length")
    # A generator far larger than its charger is advice, and a cord of 3 A a fault; neither is refused.
    tab(page, "Hookup and generator")
    typed(page, "The cord is rated", "3")
    expect(page.get_by_role("list", name="What does not fit here")).to_contain_text("cord, adapter and inlet bear 2.4")
    page.get_by_role("button", name="+ Generator").press("Enter")
    typed(page, "Continuous", "100 kW")
    expect(page.get_by_role("list", name="What does not fit here")).to_contain_text("mostly to turn itself")


def test_what_is_typed_fast_on_a_slow_line_and_with_the_server_away_is_kept(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Charging")
    tab(page, "Settings")
    slow_line(page, 800)
    fields = {"Loads are shed at": "24.1", "The inverter stops at": "23.5", "The bank's electronics cut at": "21.2"}
    for label, text in fields.items():
        page.get_by_label(label, exact=True).focus()
        page.keyboard.press("Control+a")
        page.keyboard.type(text, delay=25)
        page.keyboard.press("Tab")
    tab(page, "Hookup and generator")
    page.get_by_role("button", name="+ Charger", exact=True).press("Enter")
    second = page.get_by_role("heading", name="Shore charger 2", exact=True)
    expect(second).to_be_visible()
    expect(page.get_by_text("Saved, revision 5")).to_be_visible(timeout=20_000)
    installer.away = True
    installer.site.server.kill()
    typed(page, "The cord is rated", "32")
    expect(page.get_by_text("Not saved yet: 1")).to_be_visible()
    installer.site.server.start()
    expect(page.get_by_text("Saved, revision 6")).to_be_visible(timeout=30_000)

    page.reload()
    expect(second).to_be_visible()
    expect(page.get_by_label("The cord is rated")).to_have_value("32")
    tab(page, "Settings")
    for label, text in fields.items():
        expect(page.get_by_label(label, exact=True)).to_have_value(text)


def test_a_charger_of_the_book_is_set_to_a_profile_and_judged_by_it(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Charging")
    tab(page, "Hookup and generator")
    here = page.get_by_role("list", name="What does not fit here")
    charger = (
        page.get_by_role("region", name="Shore charger", exact=True)
        .or_(page.locator("section").filter(has=page.get_by_role("heading", name="Shore charger", exact=True)))
        .last
    )
    charger.get_by_label("Part of Shore charger").select_option(label="Charger 24 V 50 A, corrected")
    charger.get_by_label("It is set to").select_option("AGM")
    expect(here).to_contain_text("has no profile for lithium, or is not set to it")
    charger.get_by_label("It is set to").select_option("quiet")
    expect(here).not_to_contain_text("has no profile for lithium, or is not set to it")
    # 25 A × 28.8 V ÷ (0.92 × 0.98 × 120 V)
    expect(charger).to_contain_text(re.compile(r"6\.(65|7)"))
