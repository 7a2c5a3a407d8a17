"""Every page, tab and dialog held against WCAG 2.2, A and AA, by axe-core, in both themes."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

from installer import Installer, Site
from playwright.sync_api import Browser, Page, expect

AXE = (Path(__file__).resolve().parents[2] / "frontend/node_modules/axe-core/axe.min.js").read_text(encoding="utf-8")
ALL = {"type": "tag", "values": ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]}
CONTRAST = {"type": "rule", "values": ["color-contrast"]}
RUN = """async ([runOnly, within]) => {
  const found = await axe.run(within ?? document, {runOnly, resultTypes: ['violations', 'incomplete']});
  const said = (kind) => (rule) => rule.nodes.map((node) =>
    [kind, rule.id, (node.any[0] ?? node.all[0] ?? node.none[0]).message, node.html.slice(0, 200)]);
  return [...found.violations.flatMap(said('violation')), ...found.incomplete.flatMap(said('incomplete'))];
}"""
# Contrasts that axe cannot tell: marks such as “○” and “▾”, and words within drawings. Their colours are tokens of ink on the
# two grounds, which tokens.test.ts holds against each other.
NO_TEXT = ("Element content contains only non-text characters", "Element content is too short")
DRAWN = "<text"
LAID_OVER_A_DRAWING = 12  # labels in HTML over a sketch, the map and the year, at most
JOB = "Two relief nurses"
WIDE_PX, HIGH_PX = 1280, 900
# How tall the window has to be so that nothing is cut off by its edge, where no background can be told.
NEEDED = """() => Math.max(...[...document.querySelectorAll('body, body *')]
  .filter((node) => node.scrollHeight > node.clientHeight && /auto|scroll/.test(getComputedStyle(node).overflowY))
  .map((node) => node.scrollHeight - node.clientHeight), document.documentElement.scrollHeight - innerHeight, 0)"""


def settled(page: Page) -> None:
    """Every piece of the page has come, and its figures are drawn."""
    expect(page.get_by_role("status").filter(has_text="Opening")).to_have_count(0)
    page.wait_for_timeout(150)


class Looked:
    """What was found on each place."""

    def __init__(self) -> None:
        self.places = 0
        self.wrong: list[list[str]] = []
        self.unsure: list[list[str]] = []

    def at(self, place: str, page: Page, within: str | None = None) -> None:
        settled(page)
        if not page.evaluate("'axe' in window"):  # it stays while the page changes within itself
            page.evaluate(AXE)
        self.places += 1
        self._make_room(page)
        self._note(place, page.evaluate(RUN, [ALL, within]))
        page.emulate_media(color_scheme="dark")
        self._note(f"{place}, dark", page.evaluate(RUN, [CONTRAST, within]))
        page.emulate_media(color_scheme="light")
        page.set_viewport_size({"width": WIDE_PX, "height": HIGH_PX})

    @staticmethod
    def _make_room(page: Page) -> None:
        """The window as tall as what it shows. Pages are gone through in one of usual size: painting a tall one takes long."""
        high = HIGH_PX
        for _ in range(3):  # what takes a share of the window grows with it
            if (more := page.evaluate(NEEDED)) == 0:
                return
            high += more
            page.set_viewport_size({"width": WIDE_PX, "height": high})

    def _note(self, place: str, found: list[list[str]]) -> None:
        for kind, rule, message, html in found:
            if kind == "violation":
                self.wrong.append([place, rule, message, html])
            elif rule == "color-contrast" and not message.startswith(NO_TEXT) and not html.startswith(DRAWN):
                self.unsure.append([place, message, html])


def steps(page: Page) -> list[str]:
    return [link.inner_text().split("\n")[1] for link in page.get_by_role("navigation", name="Steps").get_by_role("link").all()]


def go(person: Installer, step: str) -> None:
    person.step(step)
    expect(person.page).to_have_title(re.compile(f"^{step} –"))
    settled(person.page)


def sheets(page: Page) -> Iterator[str]:
    """Each tab of the page that is open; the page itself where it has none."""
    for name in [tab.inner_text() for tab in page.get_by_role("tab").all()] or [""]:
        if name:
            page.get_by_role("tab", name=name, exact=True).click()
        yield name


def named(role: Any, name: str | re.Pattern[str]) -> Callable[[Page], None]:
    return lambda page: page.get_by_role(role, name=name).first.click()


def on_sheet(sheet: str, name: str) -> Callable[[Page], None]:
    def press(page: Page) -> None:
        page.get_by_role("tab", name=sheet).click()
        page.get_by_role("button", name=name).click()

    return press


def from_menu(name: str) -> Callable[[Page], None]:
    def press(page: Page) -> None:
        page.get_by_role("button", name="Ines Vane").click()
        page.get_by_role("menuitem", name=name).click()

    return press


def a_load(page: Page) -> None:
    page.locator("tr[data-row]").first.focus()
    page.keyboard.press("f")


def let_it_stand(page: Page) -> None:
    line = page.get_by_role("list", name="What does not fit here").get_by_role("listitem").first
    line.get_by_role("button", expanded=False).first.click()
    line.get_by_role("button", name="Let it stand…").click()


# What is looked at beside it on a sheet.
WITHIN: dict[str, list[tuple[Any, str]]] = {
    "Every run": [("button", "More of bank to bus")],
    "Schedules": [("radio", "Terminals"), ("radio", "Spools"), ("radio", "Labels")],
}
# What is opened on which step; it has the role of a dialog, be it a sheet over the page or a small form at its place.
DIALOGS: list[tuple[str, Callable[[Page], None]]] = [
    ("Loads", named("button", "Comments")),
    ("Loads", named("button", re.compile("^Saved, revision"))),
    ("Loads", named("button", "Keys and help")),
    ("Loads", named("button", "Sets of the shop")),
    ("Loads", named("button", "Begin a further option")),
    ("Loads", from_menu("Notes on the job")),
    ("Loads", a_load),
    ("Brief", named("button", re.compile("^Nights away"))),
    ("Brief", named("button", re.compile("^Vehicle"))),
    ("Brief", named("button", re.compile("^Where "))),
    ("Brief", named("button", re.compile("^Sun and shade"))),
    ("Storage", named("button", "Choose from the parts")),
    ("Storage", named("button", re.compile("^Put it in a vented"))),
    ("Storage", named("button", "Add one of their own…")),
    ("Storage", let_it_stand),
    ("Survey", named("button", "+ Alternator")),
    ("Survey", named("button", "+ Bank")),
    ("Survey", on_sheet("Room", "+ Compartment")),
    ("Survey", on_sheet("Other systems", "+ Link")),
]


def test_no_page_tab_or_dialog_breaks_a_rule(browser: Browser, site: Site) -> None:
    context = browser.new_context(viewport={"width": WIDE_PX, "height": HIGH_PX}, color_scheme="light")
    person = Installer(context.new_page(), site)
    page, looked = person.page, Looked()
    page.goto(site.server.address)
    expect(page.get_by_label("Address")).to_be_visible()
    looked.at("sign-in", page)
    person.sign_in()
    looked.at("jobs", page)
    page.get_by_role("button", name=f"about {JOB}").click()
    looked.at("a job", page, "[role=dialog]")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Start a job").click()
    looked.at("a new job", page, "[role=dialog]")
    page.keyboard.press("Escape")
    person.open(JOB, "Loads")
    for step in steps(page):
        go(person, step)
        for sheet in sheets(page):
            looked.at(f"{step} {sheet}", page)
            for kind, name in WITHIN.get(sheet, ()):
                page.get_by_role(kind, name=name).click()
                looked.at(f"{step} {sheet} {name}", page)
    for number, (step, press) in enumerate(DIALOGS):
        go(person, step)
        press(page)
        expect(page.get_by_role("dialog")).to_be_visible()
        looked.at(f"dialog {number} of {step}", page, "[role=dialog]")
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)
    page.get_by_role("link", name="Compare").click()
    looked.at("comparison", page)
    for path in ("parts", "shop", "sources", "account"):
        page.goto(f"{site.server.address}/{path}")
        looked.at(path, page)
        if path == "parts":
            page.locator("main td button, main th button").first.click()
            looked.at("a part of the book", page, "[role=dialog]")
    context.close()

    assert looked.places > 45
    assert looked.wrong == []
    labels = {re.sub(r'(id|for)="[^"]*"', "", html) for _, _, html in looked.unsure}  # one shows below dialogs again
    assert len(labels) <= LAID_OVER_A_DRAWING, labels
    assert person.complaints == []
