"""Every run on the screen: measured, chosen, found unfused, taken as asked, undone; bad input; a load brings its run."""

from __future__ import annotations

import re

from installer import Installer
from playwright.sync_api import Page, expect


def say(page: Page, label: str, typed: str) -> None:
    field = page.get_by_label(label, exact=True)
    field.fill(typed)
    field.press("Enter")


def test_each_run_is_measured_chosen_judged_and_undone(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Wiring", "Every run")
    to_inverter = page.locator('[data-run="bus.pos>inverter:main.dc"]')
    expect(to_inverter).to_contain_text("INV")
    here = page.get_by_role("list", name="What does not fit here")

    # What cannot be is said at the field, and nothing is stored of it.
    for typed, why in (("0 m", "More than 0"), ("500 m", "At most 200"), ("long", "is not a length")):
        say(page, "One way of bus to the inverter", typed)
        expect(to_inverter.get_by_role("alert")).to_contain_text(why)
    say(page, "One way of bus to the inverter", "4")
    expect(page.get_by_label("One way of bus to the inverter")).to_have_value("4 m")

    # Somebody looked, and there is no fuse: the row and the list tell it, and nothing else.
    say(page, "Fuse of bus to the DC-DC charger", "none")
    expect(page.locator('[data-run="bus.pos>path:path.out"]')).to_contain_text("Nothing fuses “bus to the DC-DC charger”")
    expect(here).to_contain_text("Nothing fuses “bus to the DC-DC charger”")
    expect(here.get_by_role("listitem")).to_have_count(1)

    # All else that can be said of a run is behind its row; forgotten, its length is estimated until somebody measures.
    page.get_by_role("button", name="More of bus to the inverter").press("Enter")
    drawing = to_inverter.get_by_role("figure", name="bus to the inverter, along its cable")
    expect(drawing).to_contain_text(re.compile("Amps.*carries, inverter at full rating.*fuse not below.*cable bears.*✓"))
    expect(drawing).to_contain_text(re.compile("its fuse breaks.*not known.*not all known"))
    to_inverter.get_by_label("Breaks up to").fill("1000")
    to_inverter.get_by_label("Breaks up to").press("Enter")
    expect(here).to_contain_text(re.compile("The fuse of “bus to the inverter” breaks 1.?000 A"))
    expect(drawing).to_contain_text("✗ does not fit")
    page.get_by_role("button", name="Forget all that was said of it").press("Enter")
    expect(here).not_to_contain_text("bus to the inverter")
    expect(to_inverter).to_contain_text("about 1.18")  # from place to place

    # What nobody has chosen is taken as asked for, and given back by one undo.
    take = page.get_by_role("button", name="Take what is asked for")
    take.press("Enter")
    expect(page.get_by_label("Fuse of bus to the inverter")).to_have_value("125")
    expect(take).to_have_count(0)
    page.get_by_role("button", name="Undo").press("Enter")
    expect(page.get_by_label("Fuse of bus to the inverter")).to_have_value("")


def test_all_is_mended_at_once_and_the_least_copper_is_found(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Wiring", "Every run")
    here = page.get_by_role("list", name="What does not fit here")
    say(page, "Cable of alternator to the DC-DC charger", "8 awg")
    say(page, "Fuse of DC panel to Basin pump", "30")
    expect(here).to_contain_text("The same of 1 more: DC panel to Basin pump")

    page.get_by_role("button", name="Mend all").press("Enter")
    change = page.get_by_role("region", name="What would change")
    expect(change.get_by_role("row", name=re.compile("^alternator to the DC-DC charger"))).to_contain_text("8 AWG → 1/0 AWG")
    expect(change.get_by_role("row", name=re.compile("^DC panel to Basin pump"))).to_contain_text("30 A → 5 A")
    change.get_by_role("button", name="Accept").press("Enter")
    expect(here).to_have_count(0)
    expect(change).to_have_count(0)

    page.get_by_role("button", name="Least copper").press("Enter")
    expect(change).to_contain_text(re.compile(r"Copper of both poles.*kg now"))
    change.get_by_role("button", name="Leave it").press("Enter")
    expect(page.get_by_label("Cable of alternator to the DC-DC charger")).to_have_value("1/0 AWG")
    page.get_by_role("button", name="Undo").press("Enter")
    expect(page.get_by_label("Cable of alternator to the DC-DC charger")).to_have_value("8 AWG")
    expect(page.get_by_label("Fuse of DC panel to Basin pump")).to_have_value("30")


def test_a_load_brings_its_run_and_a_way_through_the_roof_counts_for_it(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Loads")
    installer.type_load("awning strip 24 W 4 h")
    installer.step("Wiring")
    installer.sheet("Every run")
    strip = page.locator("[data-run]", has_text="DC panel to awning strip")
    expect(strip).to_be_visible()
    number = strip.locator("td").first.inner_text()
    assert int(number) > 13

    installer.sheet("Bars, switches, ways")
    page.get_by_role("button", name="+ Way").press("Enter")
    called = page.get_by_role("group", name="Way 3").get_by_label("Called")
    called.fill("Along the awning rail")
    called.press("Enter")
    page.get_by_role("group", name="Along the awning rail").get_by_label("It leads").select_option(label="under the roof")
    installer.sheet("Every run")
    page.get_by_role("button", name="More of DC panel to awning strip").press("Enter")
    strip.get_by_label("Way that it takes").select_option(label="Along the awning rail")
    strip.get_by_label("Insulation", exact=True).select_option(label="60 °C")
    here = page.get_by_role("list", name="What does not fit here")
    expect(here).to_contain_text("“DC panel to awning strip” lies where the air gets as warm as its insulation")

    # It has its number and its way for good.
    page.reload()
    expect(strip.locator("td").first).to_have_text(number)
    expect(here).to_contain_text("“DC panel to awning strip” lies where the air gets as warm as its insulation")


def test_bars_bear_their_fuse_loads_share_one_and_the_book_has_fuses_that_serve(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Wiring", "Bars, switches, ways")
    here = page.get_by_role("list", name="What does not fit here")

    # The page scrolls within its window, and not the window with it.
    assert page.evaluate("document.documentElement.scrollHeight <= innerHeight")

    # A bar that bears less than the fuse before it lets through is told in its row and on the list.
    say(page, "Bears, Plus bar", "150")
    expect(here).to_contain_text("The 200 A fuse before “Plus bar” is above the 150 A that it bears")
    say(page, "Bears, Plus bar", "many")
    expect(page.get_by_role("alert")).to_contain_text("number")
    say(page, "Bears, Plus bar", "250")
    expect(here).to_have_count(0)

    # One more thing, said not to be there, and taken away again.
    page.get_by_role("button", name="+ Load disconnect").press("Enter")
    page.get_by_role("button", name="More of load disconnect").press("Enter")
    page.get_by_label("It is", exact=True).select_option(label="not there: somebody looked")
    expect(page.get_by_label("Bears, load disconnect")).to_have_count(0)
    page.get_by_role("button", name="Take it away").press("Enter")
    expect(page.get_by_role("button", name="More of load disconnect")).to_have_count(0)
    page.get_by_label("Past the shunt").select_option(label="something goes to the bank")
    expect(here).to_contain_text("joined to the bank past the shunt")
    page.get_by_role("button", name="Undo").press("Enter")
    expect(here).to_have_count(0)

    # Two loads share a fuse: their run keeps what was said of the first, and one undo parts them again.
    installer.sheet("Every run")
    page.get_by_role("button", name="More of DC panel to Ceiling lamp").press("Enter")
    page.get_by_label("Shares its fuse with").select_option(label="Roof fan")
    page.get_by_role("button", name="Put together").press("Enter")
    shared = page.locator('[data-run^="panel.out>circuit:"]')
    expect(shared).to_contain_text("DC panel to Ceiling lamp")
    expect(page.get_by_role("button", name="More of DC panel to Roof fan")).to_have_count(0)
    shared.get_by_role("button", name="More of DC panel to Ceiling lamp").press("Enter")
    shared.get_by_role("button", name="Roof fan nearer to the panel").press("Enter")
    expect(shared.get_by_role("listitem").first).to_contain_text("Roof fan")

    # The book says which fuses serve: none of the small ones breaks the bank's fault current by itself; behind a main fuse that does
    # they need not. One that is taken brings what is printed on it.
    shared.get_by_role("button", name="Fuses of the parts book").press("Enter")
    expect(shared).to_contain_text("does not break the fault current there")
    take = shared.get_by_role("button", name=re.compile("^Take Blade fuse"))
    expect(take).to_have_count(0)
    installer.sheet("Main run")
    page.get_by_text("More of its cable and fuse").click()
    page.get_by_role("button", name="Fuses of the parts book").first.press("Enter")
    page.get_by_role("button", name="Take Class T fuse 200 A, 50 kA").press("Enter")
    expect(page.get_by_label("Kind of fuse")).to_have_value("class_t")
    installer.sheet("Every run")
    shared.get_by_role("button", name="More of DC panel to Ceiling lamp").press("Enter")
    shared.get_by_role("button", name="Fuses of the parts book").press("Enter")
    take.first.press("Enter")
    expect(shared.get_by_label("DC volts printed on it")).to_have_value("32")
    for _ in range(4):
        page.get_by_role("button", name="Undo").press("Enter")
    expect(page.get_by_role("button", name="More of DC panel to Roof fan")).to_have_count(1)


def test_places_estimate_ways_the_book_has_switches_and_small_wires_are_said(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Wiring", "Every run")
    here = page.get_by_role("list", name="What does not fit here")

    # The fan has no length of its own: with a place it has one.
    fan = page.locator("[data-run]", has_text="DC panel to Roof fan")
    say(page, "One way of DC panel to Roof fan", "")
    installer.sheet("Bars, switches, ways")
    page.get_by_text("have a compartment").click()
    page.get_by_label("Roof fan", exact=True).select_option(label="Rear locker")
    installer.sheet("Every run")
    expect(fan).to_contain_text("about 5.")
    installer.sheet("Bars, switches, ways")
    page.get_by_text("have a compartment").click()
    page.get_by_label("Roof fan", exact=True).select_option(label="not said")
    installer.sheet("Every run")
    expect(fan).to_contain_text("about")
    expect(fan).not_to_contain_text("about 5.")

    # A switch of the book brings its marks; one that opens one pole is told once both are to open.
    installer.sheet("Bars, switches, ways")
    page.get_by_label("The main switch opens").select_option(label="both poles")
    page.get_by_role("button", name="More of main switch").press("Enter")
    page.get_by_role("button", name="Switches of the parts book").press("Enter")
    single = page.get_by_role("row", name=re.compile("^Battery switch 275 A "))
    expect(single).to_contain_text("opens one pole, and both are to be parted")
    expect(single.get_by_role("button")).to_have_count(0)
    page.get_by_role("button", name="Take Battery switch 200 A, both poles").press("Enter")
    expect(page.get_by_label("Bears, Battery switch 200 A, both poles")).to_have_value("200")
    page.get_by_label("It opens", exact=True).select_option(label="one pole")
    expect(here).to_contain_text("opens one pole, and the bank is to be parted in both")

    # A thin wire from the bank without a fuse is a danger; its label and its length stay.
    page.get_by_text("bank to the shunt, sense and supply").click()
    say(page, "Fuse at the bank", "none")
    expect(here).to_contain_text("Nothing fuses “bank to the shunt, sense and supply” at the bank")
    say(page, "Fuse at the bank", "1")
    expect(here).not_to_contain_text("sense and supply")

    # How a run is made comes on a press, with its working.
    installer.sheet("Every run")
    page.get_by_role("button", name="More of bus to the inverter").press("Enter")
    page.get_by_role("button", name="How it is made").last.press("Enter")
    page.get_by_label("Stud towards the bank").last.select_option(label="M8")
    expect(page.get_by_role("row", name="Least torque of the nut on that stud")).to_contain_text("9")


def test_lengths_go_down_the_column_and_runs_are_found_and_followed(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Wiring", "Every run")

    # Typed without waiting for anything; one that cannot be read stays where it is, and those behind it go in.
    page.get_by_label("One way of bank to bus").click()
    for typed in ("1.5", "2", "long", "4"):
        page.keyboard.press("Control+A")
        page.keyboard.type(typed)
        page.keyboard.press("Enter")
    for name, value in (
        ("bank to bus", "1.5 m"),
        ("bus to the inverter", "2 m"),
        ("bank to controller", "long"),
        ("Bus roof to its controller", "4 m"),
    ):
        expect(page.get_by_label(f"One way of {name}", exact=True)).to_have_value(value)
    expect(page.locator('[data-run="bank.pos>controller:controller.bat"]').get_by_role("alert")).to_contain_text("not a length")
    page.keyboard.press("Shift+Enter")
    expect(page.get_by_label("One way of Bus roof to its controller")).to_be_focused()

    # Found by what stands on it, of one part, what does not fit; kept when the page comes again.
    runs = page.locator("[data-run]")
    page.get_by_label("Find").fill("roof 6 awg")
    expect(runs).to_have_count(1)
    expect(page.get_by_text("1 of 14 runs")).to_be_visible()
    page.get_by_label("Find").fill("")
    say(page, "Fuse of DC panel to Basin pump", "30")
    page.get_by_label("Only").select_option(label="what does not fit")
    expect(runs).to_have_count(1)
    page.reload()
    expect(runs).to_have_count(1)
    expect(runs).to_contain_text("DC panel to Basin pump")
    page.get_by_role("button", name="Show all").press("Enter")
    expect(runs).to_have_count(14)

    # From a load back to the bank, and from the sun to it.
    page.get_by_label("Follow the current").select_option(label="Vaccine fridge")
    expect(page.get_by_text("bank → bus → DC panel → Vaccine fridge")).to_be_visible()
    expect(runs).to_have_count(3)
    page.get_by_label("Follow the current").select_option(label="Bus roof")
    expect(page.get_by_text("Bus roof → controller → controller")).to_be_visible()
    page.get_by_label("Sorted by").select_option(label="what it carries")
    page.get_by_label("Follow the current").select_option(label="nothing")
    expect(runs.first).to_contain_text("bank to bus")


def test_lengths_are_said_one_by_one_in_the_vehicle(installer: Installer) -> None:
    page = installer.page
    page.set_viewport_size({"width": 820, "height": 1100})
    installer.sign_in()
    installer.open("Two relief nurses", "Wiring", "Measure")
    expect(page.get_by_text("3 of 13 runs are measured")).to_be_visible()
    expect(page.get_by_role("region", name="bus to the inverter")).to_contain_text("Nobody has measured it")
    page.keyboard.type("2.2")
    page.keyboard.press("Enter")
    expect(page.get_by_text("4 of 13 runs are measured")).to_be_visible()
    expect(page.get_by_role("region", name="bus to the inverter")).to_have_count(0)

    # What cannot be is told where it was typed: one goes back, and nothing of it is lost.
    here = page.locator("section[aria-label]").filter(has=page.get_by_label("One way, along where it lies"))
    first = here.get_attribute("aria-label")
    page.keyboard.type("0 m")
    page.get_by_label("One way, along where it lies").press("Tab")
    expect(here.get_by_role("alert")).to_contain_text("More than 0")
    expect(page.get_by_label("One way, along where it lies")).to_have_value("0 m")
    page.get_by_role("button", name="Next").press("Enter")
    page.get_by_role("button", name="Before").press("Enter")
    assert here.get_attribute("aria-label") == first
    page.get_by_label("Walk through all of them").check()
    page.get_by_role("button", name="Undo").press("Enter")
    expect(page.get_by_text("3 of 13 runs are measured")).to_be_visible()


def test_schedules_are_read_bought_and_printed(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("eye clinic", "Wiring", "Schedules")
    cut = page.get_by_role("row", name=re.compile(r"^INV\+ "))
    expect(cut).to_contain_text("1.06")
    cut.get_by_role("button").first.press("Enter")
    expect(page.get_by_role("complementary", name="Ledger")).to_contain_text("To be cut for each piece")

    # Spools are reckoned for the lengths that cable comes in.
    page.get_by_role("radio", name="Spools").press("Enter")
    expect(page.get_by_text("140 m are bought, and 63.6 m are left over. No other plan buys less.")).to_be_visible()
    say(page, "Cable comes in", "5, 10 m, 25 m")
    expect(page.get_by_label("Cable comes in")).to_have_value("5 m, 10 m, 25 m")
    expect(page.get_by_text("No other plan buys less")).to_be_visible()
    expect(page.get_by_text("140 m are bought")).to_have_count(0)
    say(page, "Cable comes in", "a few")
    expect(page.get_by_role("alert")).to_contain_text("not a length")
    page.get_by_label("Cable comes in").press("Escape")

    # Labels: as many pages of paper as they take, and nothing else on them.
    page.get_by_role("radio", name="Labels").press("Enter")
    expect(page.get_by_text("62 labels, 1 sheet of 5 × 18")).to_be_visible()
    page.get_by_role("radio", name="A4, large").press("Enter")
    expect(page.get_by_text("62 labels, 2 sheets of 3 × 11")).to_be_visible()
    page.get_by_label("First label at place").fill("10")
    expect(page.get_by_text("62 labels, 3 sheets")).to_be_visible()
    assert len(re.findall(rb"/Type\s*/Page\b", page.pdf(prefer_css_page_size=True))) == 3

    # Circuits stand as sheets.
    installer.sheet("Circuits")
    page.get_by_role("button", name="Change Ceiling lamp").press("Enter")
    page.get_by_label("Shares its fuse with").select_option(label="Roof fan")
    page.get_by_role("button", name="Put together").press("Enter")
    shared = page.get_by_role("article", name="Ceiling lamp")
    expect(shared.get_by_role("listitem")).to_contain_text(["DC panel", "1Ceiling lamp", "2Roof fan"])
    expect(shared).to_contain_text("1 joint where its cable goes on")
