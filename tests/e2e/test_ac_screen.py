"""The AC side on the screen: a trailer's ring found, cured and undone; a clinic joined by a school, its card, a bad word."""

from __future__ import annotations

import re

from installer import Installer
from playwright.sync_api import Page, expect


def tab(page: Page, name: str) -> None:
    page.get_by_role("tab", name=re.compile(f"^{name}")).press("Enter")


def test_the_trailers_ring_is_found_cured_and_undone(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("fifth wheel", "Inverter")
    here = page.get_by_role("list", name="What does not fit here")
    ring = here.get_by_role("button", name=re.compile("feeds Converter from the bank that it fills"))
    expect(ring).to_contain_text("1 782")

    # Both pictures tell it: on a hookup the converter charges the bank, away it goes in a ring.
    tab(page, "AC side")
    away = page.get_by_role("region", name=re.compile("^Away"))
    expect(page.get_by_role("region", name="Hooked up", exact=True)).to_contain_text(
        "Neutral and earth meet at the supply ashore"
    )
    expect(away).to_contain_text("Converter fills the bank from the bank")

    # Each cure is at hand; the breaker by hand is one, and it stands on the card then.
    ring.press("Enter")
    here.get_by_role("button", name=re.compile("^Breaker off, on the card")).press("Enter")
    page.get_by_role("button", name="Accept").press("Enter")
    expect(ring).to_have_count(0)
    expect(away).to_contain_text("its breaker is off, by the card")
    tab(page, "Card")
    leaving = page.get_by_role("region", name="Leaving", exact=True)
    expect(leaving).to_contain_text("Breaker of Converter off")
    expect(leaving).to_contain_text("the bank empties itself")

    # On paper the card stands alone; on a phone it needs no sideways scrolling.
    page.emulate_media(media="print")
    expect(page.locator(".card-sheet").get_by_text("Breaker of Converter off")).to_be_visible()
    expect(leaving).not_to_be_visible()
    page.emulate_media(media="screen")
    page.set_viewport_size({"width": 390, "height": 780})
    expect(leaving).to_be_visible()
    expect(page.get_by_role("button", name=re.compile("Ledger ▴"))).to_be_visible()  # the narrow page stands
    assert page.evaluate("document.documentElement.scrollWidth <= document.documentElement.clientWidth")
    page.set_viewport_size({"width": 1280, "height": 800})

    page.get_by_role("button", name="Undo").press("Enter")
    expect(ring).to_be_visible()
    expect(leaving).not_to_contain_text("Breaker of Converter off")


def test_a_clinic_is_joined_by_a_school_and_hangs_its_loads(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Inverter")
    tab(page, "AC side")
    schools = page.get_by_role("listitem").filter(has_text="usual here")
    expect(schools).to_contain_text("Inverter passes it on")
    page.get_by_role("button", name="Begin with it: Transfer switch by hand").press("Enter")
    hooked_up = page.get_by_role("region", name="Hooked up", exact=True)
    expect(hooked_up).to_contain_text("The panel is fed by the hookup.")

    # A circuit, and the steriliser on it; a breaker that nobody can read keeps what was typed.
    page.get_by_role("button", name="+ Circuit", exact=True).press("Enter")
    page.get_by_label("Steriliser hangs on").select_option(label="Circuit 1")
    expect(page.get_by_role("row", name=re.compile("^Circuit 1"))).to_contain_text("Steriliser")
    breaker = page.get_by_label("Breaker of Circuit 1")
    breaker.fill("about ten")
    breaker.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="about ten")).to_be_visible()
    expect(breaker).to_have_value("about ten")
    breaker.fill("5")
    breaker.press("Enter")
    here = page.get_by_role("list", name="What does not fit here")
    expect(here).to_contain_text("can run at once on circuit 1, behind a breaker of 5")

    # What nothing keeps apart is a danger; the interlock ends it.
    page.get_by_label("Changed over by").select_option(label="nothing: both are joined")
    expect(here).to_contain_text("Nothing keeps the hookup and the inverter apart")
    page.get_by_role("button", name=re.compile("^Interlock that opens first")).first.press("Enter")
    page.get_by_role("button", name="Accept").press("Enter")
    expect(here).not_to_contain_text("Nothing keeps the hookup")

    # A panel without a feed says so at the place.
    page.get_by_role("button", name="Take feed 2 away").press("Enter")
    page.get_by_role("button", name="Take feed 1 away").press("Enter")
    expect(page.get_by_text("Nothing feeds it yet.")).to_be_visible()
