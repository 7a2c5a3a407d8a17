"""Somebody who types fast, on a slow line, at a server that fails, refuses or is away: nothing typed is lost."""

from __future__ import annotations

import json
import re

import pytest
from installer import Installer, slow_line
from playwright.sync_api import Browser, Page, Route, expect

from ryokan.operations.demo import EMAIL, PASSWORD

KEY_MS = 25  # forty keys a second
TYPED = ["fan 10 W 2 h", "lamp 5 W 4 h", "kettle", "radio 8 W 3 h", "2.7 kW battery", "pump 60 W 10 min", "router 12 W 24 h"]
ASKED = ["kettle", "2.7 kW battery"]


def type_fast(page: Page, lines: list[str]) -> None:
    expect(page.get_by_label("Add a load")).to_be_focused()
    for line in lines:
        page.keyboard.type(line, delay=KEY_MS)
        page.keyboard.press("Enter")


def rows(page: Page) -> list[str]:
    """Every row of the list in its order: loads by their names, lines that are asked about by their text."""
    found = page.locator("tr[data-row] th, tr[data-line] input").all()
    return [row.input_value() if row.evaluate("node => node.tagName") == "INPUT" else row.inner_text() for row in found]


def complaining(installer: Installer) -> None:
    """What the browser complains about is meant from here on."""
    installer.away = True


@pytest.mark.parametrize("latency_ms", [0, 300, 800])
def test_lines_typed_at_forty_keys_a_second_arrive_whole_and_in_order(installer: Installer, latency_ms: int) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Loads")
    expect(page.get_by_label("Add a load")).to_be_focused()
    slow_line(page, latency_ms)

    type_fast(page, TYPED)

    expect(page.get_by_label("Add a load")).to_have_value("")
    expect(page.locator("tr[data-row]")).to_have_count(len(TYPED) - len(ASKED), timeout=20_000)
    expect(page.locator("[data-asked-line]")).to_have_count(len(ASKED))
    expect(page.get_by_text("Saved, revision 6")).to_be_visible(timeout=20_000)
    assert rows(page) == [line if line in ASKED else line.split()[0] for line in TYPED]


def test_a_line_that_is_asked_about_waits_in_its_place_and_is_answered_by_keyboard(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Loads")
    type_fast(page, ["kettle", "lamp 5 W 4 h"])
    expect(page.get_by_role("row", name="lamp")).to_be_visible()
    asked = page.get_by_label("Asked about: kettle")
    expect(asked).to_have_value("kettle")

    page.keyboard.type("half a li")
    installer.step("Storage")
    expect(page.get_by_text("1 line is asked about")).to_be_visible()
    installer.step("Loads")
    expect(page.get_by_label("Add a load")).to_have_value("half a li")
    page.get_by_label("Add a load").fill("")
    page.keyboard.press("ArrowUp")
    expect(asked).to_be_focused()
    page.keyboard.type(" 1200 W 10 min")
    page.keyboard.press("Enter")

    expect(asked).to_have_count(0)
    installer.saved(3)
    assert rows(page) == ["kettle", "lamp"]


def test_a_pasted_list_is_taken_line_by_line(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Loads")
    page.get_by_label("Add a load").evaluate(
        """(field, text) => {
            const data = new DataTransfer();
            data.setData("text", text);
            field.dispatchEvent(new ClipboardEvent("paste", {clipboardData: data, bubbles: true, cancelable: true}));
        }""",
        "lamp 5 W 4 h\r\n\nkettle\nfan 10 W 2 h",
    )

    installer.saved(3)
    expect(page.get_by_label("Asked about: kettle")).to_be_visible()
    assert rows(page) == ["lamp", "kettle", "fan"]


def test_lines_typed_while_the_server_is_away_survive_a_reload_and_go_out_by_themselves(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Loads")
    expect(page.get_by_label("Add a load")).to_be_focused()
    complaining(installer)
    installer.site.server.kill()

    type_fast(page, ["lamp 5 W 4 h", "fan 10 W 2 h"])
    expect(page.get_by_text("The server does not answer.")).to_be_visible()
    expect(page.get_by_text("Not saved yet: 2")).to_be_visible()
    expect(page.get_by_text("kept here, not read yet")).to_have_count(2)
    installer.site.server.start()
    page.reload()

    installer.saved(3)
    expect(page.get_by_text("The server does not answer.")).to_have_count(0)
    assert rows(page) == ["lamp", "fan"]


def failing(page: Page, path: str, status: int) -> None:
    """The server answers edits of a place with a failure, and everything else as ever."""

    def answer(route: Route) -> None:
        body = route.request.post_data or ""
        if route.request.method == "PATCH" and path in body:
            problem = {"type": "", "title": "", "status": status, "detail": "Incident 1234.", "code": "internal", "errors": []}
            route.fulfill(status=status, content_type="application/problem+json", body=json.dumps(problem))
        else:
            route.continue_()

    page.route("**/api/v1/options/*/rig", answer)


@pytest.mark.parametrize("typed", ["2101-01-05", "31 Dec 1999"])
def test_a_date_that_cannot_be_taken_is_told_at_its_field_and_stops_nothing(installer: Installer, typed: str) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Brief")
    page.get_by_role("button", name="Add a stay").click()
    installer.saved(2)

    when = page.get_by_label("When this stay begins")
    when.fill(typed)
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text(re.compile("is the (latest|earliest)"))
    expect(when).to_have_value(typed)
    page.get_by_label("Nights of this stay").fill("9")
    page.keyboard.press("Enter")
    installer.saved(3)

    # Gone from its place before it was answered, it is kept aside and says why, also after a reload.
    held: list[Route] = []
    page.route("**/api/v1/options/*/rig", lambda route: held.append(route))
    when.fill(typed.replace("05", "06"))
    with page.expect_request("**/api/v1/options/*/rig"):
        page.keyboard.press("Enter")
    installer.step("Loads")
    expect(page.get_by_label("Add a load")).to_be_visible()
    for waiting in held:
        waiting.continue_()
    page.unroute("**/api/v1/options/*/rig")
    aside = page.get_by_label("An edit set aside")
    expect(aside).to_contain_text("31 December 2100" if "2101" in typed else "1 January 2000")
    page.reload()
    expect(aside).to_contain_text("/arrives")
    aside.get_by_role("button", name="Drop it").click()
    expect(aside).to_have_count(0)
    page.reload()
    installer.saved(3)
    expect(aside).to_have_count(0)


def test_an_edit_on_which_the_server_fails_is_set_aside_and_what_is_typed_behind_it_goes_on(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Brief")
    complaining(installer)
    failing(page, "/brief/days_without_charge", 500)
    page.get_by_role("button", name="Days without charge").click()
    page.get_by_label("Days with no charging source at all").fill("3")
    page.keyboard.press("Enter")
    page.keyboard.press("Escape")
    expect(page.get_by_text("The server failed on your last edit")).to_be_visible()
    installer.step("Loads")
    type_fast(page, ["lamp 5 W 4 h"])

    aside = page.get_by_label("An edit set aside")
    expect(aside).to_contain_text("failed on it three times", timeout=40_000)
    installer.saved(2)
    assert rows(page) == ["lamp"]
    expect(page.get_by_text("The server does not answer.")).to_have_count(0)

    page.unroute("**/api/v1/options/*/rig")
    aside.get_by_role("button", name="Send it again").click()
    installer.saved(3)
    expect(aside).to_have_count(0)


def test_what_is_typed_in_a_form_that_waits_for_its_answer_stays(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Two relief nurses", "Loads")
    page.locator("tr[data-row]").first.focus()
    page.keyboard.press("f")
    dialog = page.get_by_role("dialog")
    name = dialog.get_by_label("Name", exact=True)
    slow_line(page, 800)
    name.fill("Television")
    page.keyboard.press("Enter")
    page.keyboard.type(" set", delay=KEY_MS)
    expect(dialog).to_contain_text("What you have typed since is not")
    expect(name).to_have_value("Television set")
    page.keyboard.press("Enter")
    expect(dialog).to_have_count(0)
    expect(page.get_by_role("row", name="Television set")).to_be_visible()


def test_what_is_typed_in_a_field_that_waits_for_its_answer_stays(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Storage")
    slow_line(page, 800)
    field = page.get_by_label("Capacity at 12 V")
    field.fill("64")
    page.keyboard.press("Enter")
    page.keyboard.type("0", delay=KEY_MS)
    page.wait_for_timeout(2500)
    expect(field).to_have_value("640")
    page.keyboard.press("Enter")
    page.wait_for_timeout(2500)
    page.reload()
    expect(field).to_have_value("640")


def test_two_presses_of_enter_on_a_slow_line_make_one_thing(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Survey")
    page.get_by_role("tab", name="Room").click()
    page.get_by_role("button", name="+ Compartment").click()
    slow_line(page, 800)
    dialog = page.get_by_role("dialog")
    for label, value in {"Called": "locker", "Inside, along": "1.2", "Inside, across": "0.5", "Inside, high": "0.4"}.items():
        dialog.get_by_label(label, exact=False).first.fill(value)
    page.keyboard.press("Enter")
    page.keyboard.press("Enter")
    expect(dialog).to_have_count(0)
    page.wait_for_timeout(2500)
    page.reload()
    expect(page.get_by_role("row", name="locker")).to_have_count(1)


def test_a_page_that_comes_late_leaves_open_what_was_opened_meanwhile(installer: Installer) -> None:
    page = installer.page
    held: list[Route] = []
    page.route("**/assets/LoadsPage-*.js", lambda route: held.append(route))
    installer.sign_in()
    installer.open("nurses", "Loads")
    page.get_by_role("button", name="Ines Vane").click()
    expect(page.get_by_role("menuitem", name="Notes on the job")).to_be_visible()

    for waiting in held:
        waiting.continue_()
    expect(page.get_by_label("Add a load")).to_be_visible()
    page.get_by_role("menuitem", name="Notes on the job").click()
    expect(page.get_by_role("dialog")).to_be_visible()


def test_whoever_is_signed_out_signs_in_over_the_open_page_and_goes_on(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Loads")
    expect(page.get_by_label("Add a load")).to_be_focused()
    complaining(installer)
    page.wait_for_timeout(2500)  # what is fetched ahead begins after two seconds
    page.wait_for_load_state("networkidle")  # an answer on its way would bring the cookie back
    page.context.clear_cookies()

    page.keyboard.type("lamp 5 W 4 h")
    page.keyboard.press("Enter")
    page.keyboard.type("half a li", delay=150)  # the server has refused the lamp long before the last key
    dialog = page.get_by_role("dialog", name="You are signed out")
    dialog.get_by_label("Address").fill(EMAIL)
    dialog.get_by_label("Password").fill("guess")
    page.keyboard.press("Enter")
    expect(dialog.get_by_role("alert")).to_contain_text("do not match")
    dialog.get_by_label("Password").fill(PASSWORD)
    page.keyboard.press("Enter")

    expect(dialog).to_have_count(0)
    installer.saved(2)
    assert rows(page) == ["lamp"]
    expect(page.get_by_label("Add a load")).to_have_value("half a li")


def test_two_pages_of_one_browser_ask_about_a_line_once(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Moth counters", "Loads")
    type_fast(page, ["kettle"])
    expect(page.get_by_label("Asked about: kettle")).to_be_visible()
    other = page.context.new_page()
    other.goto(page.url)
    expect(other.get_by_label("Asked about: kettle")).to_be_visible()

    page.get_by_role("button", name="kettle 1200 W 9 min").click()
    page.keyboard.press("Enter")

    installer.saved(2)
    expect(other.get_by_label("Asked about: kettle")).to_have_count(0)
    other.reload()
    expect(other.get_by_text("Saved, revision 2")).to_be_visible()


def test_what_waits_in_a_shared_browser_goes_out_only_as_that_of_whoever_typed_it(
    installer: Installer, browser: Browser
) -> None:
    page, site = installer.page, installer.site
    installer.sign_in()
    page.goto(f"{site.server.address}/shop")
    page.get_by_label("Address to invite").fill("bo@saltmarsh.example")
    page.get_by_role("button", name="Make an invitation").click()
    guest = browser.new_context().new_page()
    guest.goto(page.get_by_label("Link of the invitation").input_value())
    guest.get_by_label("Your name").fill("Bo Lund")
    guest.get_by_label("A password").fill("a-tin-of-terminals")
    guest.keyboard.press("Enter")
    guest.get_by_role("button", name="I have read this").click()
    guest.context.close()

    page.goto(site.server.address)
    installer.open("Moth counters", "Loads")
    complaining(installer)
    page.route("**/api/v1/options/*/rig", lambda route: route.abort())
    type_fast(page, ["lamp 5 W 4 h"])
    expect(page.get_by_text("Not saved yet: 1")).to_be_visible()
    page.get_by_role("button", name="Ines Vane").click()
    page.get_by_role("menuitem", name="Sign out").click()
    expect(page.get_by_role("dialog")).to_contain_text("One thing is kept in this browser")
    page.get_by_role("dialog").get_by_role("button", name="Sign out").click()
    page.unroute("**/api/v1/options/*/rig")

    sent: list[str] = []
    page.on("request", lambda one: sent.append(one.url) if one.method == "PATCH" else None)
    page.get_by_label("Address").fill("bo@saltmarsh.example")
    page.get_by_label("Password").fill("a-tin-of-terminals")
    page.keyboard.press("Enter")
    installer.open("Moth counters", "Loads")
    expect(page.get_by_text("Saved, revision 1")).to_be_visible()
    expect(page.locator("tr[data-row]")).to_have_count(0)
    page.get_by_role("button", name="Bo Lund").click()
    page.get_by_role("menuitem", name="Sign out").click()
    expect(page.get_by_label("Address")).to_be_visible()
    assert sent == []

    page.get_by_label("Address").fill(EMAIL)
    page.get_by_label("Password").fill(PASSWORD)
    page.keyboard.press("Enter")
    installer.open("Moth counters", "Loads")
    installer.saved(2)
    expect(page.locator("tr[data-row]")).to_have_count(1)
    assert rows(page) == ["lamp"]
