"""Every page, tab and dialog held against WCAG 2.2, A and AA, by axe-core, in both themes."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from installer import Installer, Site
from playwright.sync_api import Browser, Page, expect

AXE = (Path(__file__).resolve().parents[2] / "frontend/node_modules/axe-core/axe.min.js").read_text(encoding="utf-8")
ALL = {"type": "tag", "values": ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]}
CONTRAST = {"type": "rule", "values": ["color-contrast"]}
RUN = """async (runOnly) => {
  const found = await axe.run(document, {runOnly, resultTypes: ['violations', 'incomplete']});
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
TALL_PX = 8000  # nothing is cut off by the edge of the window, where no background can be told


class Looked:
    """What was found on each place."""

    def __init__(self, rules: dict[str, Any]) -> None:
        self.rules = rules
        self.places = 0
        self.wrong: list[list[str]] = []
        self.unsure: list[list[str]] = []

    def at(self, place: str, page: Page) -> None:
        page.wait_for_load_state("networkidle")
        page.evaluate(AXE)
        self.places += 1
        for kind, rule, message, html in page.evaluate(RUN, self.rules):
            if kind == "violation":
                self.wrong.append([place, rule, message, html])
            elif rule == "color-contrast" and not message.startswith(NO_TEXT) and not html.startswith(DRAWN):
                self.unsure.append([place, message, html])


def steps(page: Page) -> list[str]:
    return [link.inner_text().split("\n")[1] for link in page.get_by_role("navigation", name="Steps").get_by_role("link").all()]


def go(person: Installer, step: str) -> None:
    person.step(step)
    expect(person.page).to_have_title(re.compile(f"^{step} –"))
    person.page.wait_for_load_state("networkidle")
    expect(person.page.get_by_role("status").filter(has_text="Opening")).to_have_count(0)


def sheets(page: Page) -> Iterator[str]:
    """Each tab of the page that is open; the page itself where it has none."""
    for name in [tab.inner_text() for tab in page.get_by_role("tab").all()] or [""]:
        if name:
            page.get_by_role("tab", name=name, exact=True).click()
        yield name


DIALOGS: dict[str, tuple[str, Callable[[Page], None]]] = {
    "comments": ("Loads", lambda page: page.get_by_role("button", name="Comments").click()),
    "history": ("Loads", lambda page: page.get_by_text("Saved, revision").click()),
    "keys": ("Loads", lambda page: page.get_by_role("button", name="Keys and help").click()),
    "a load": ("Loads", lambda page: (page.locator("tr[data-row]").first.focus(), page.keyboard.press("f"))[1]),
    "a part": ("Storage", lambda page: page.get_by_role("button", name="Choose from the parts").click()),
    "a find": ("Survey", lambda page: page.get_by_role("button", name="+ Alternator").click()),
}


@pytest.mark.parametrize(("theme", "rules"), [("light", ALL), ("dark", CONTRAST)])
def test_no_page_tab_or_dialog_breaks_a_rule(browser: Browser, site: Site, theme: Any, rules: dict[str, Any]) -> None:
    context = browser.new_context(viewport={"width": 1280, "height": TALL_PX}, color_scheme=theme)
    person = Installer(context.new_page(), site)
    page, looked = person.page, Looked(rules)
    page.goto(site.server.address)
    expect(page.get_by_label("Address")).to_be_visible()
    looked.at("sign-in", page)
    person.sign_in()
    looked.at("jobs", page)
    page.get_by_role("button", name=f"about {JOB}").click()
    looked.at("a job", page)
    page.keyboard.press("Escape")
    person.open(JOB, "Loads")
    for step in steps(page):
        go(person, step)
        for sheet in sheets(page):
            looked.at(f"{step} {sheet}", page)
    for dialog, (step, press) in DIALOGS.items():
        go(person, step)
        press(page)
        expect(page.get_by_role("dialog")).to_be_visible()
        looked.at(dialog, page)
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)
    page.get_by_role("link", name="Compare").click()
    looked.at("comparison", page)
    for path in ("parts", "shop", "sources", "account"):
        page.goto(f"{site.server.address}/{path}")
        expect(page.get_by_role("status").filter(has_text="Opening")).to_have_count(0)
        looked.at(path, page)
    context.close()

    assert looked.places > 30
    assert looked.wrong == []
    assert len(looked.unsure) <= LAID_OVER_A_DRAWING, looked.unsure
    assert person.complaints == []
