"""A site and somebody at its screen."""

from __future__ import annotations

from typing import Any

from dev.postgres import Cluster, free_port
from dev.server import WebServer
from playwright.sync_api import Page, expect
from sqlalchemy import URL

from ryokan.operations.demo import EMAIL, PASSWORD

expect.set_options(timeout=10_000)


class Site:
    """The demo shop, served."""

    def __init__(self, cluster: Cluster, url: URL) -> None:
        self.cluster = cluster
        self.database = str(url.database)
        self.server = WebServer(url.render_as_string(hide_password=False), "key for tests", host="127.0.0.1", port=free_port())
        self.server.start()


class Installer:
    """Somebody at the screen. Whatever the browser complains about fails the test."""

    def __init__(self, page: Page, site: Site) -> None:
        self.page, self.site = page, site
        self.complaints: list[str] = []
        self.away = False
        page.on("pageerror", lambda error: self.complaints.append(str(error)))
        page.on("console", lambda message: self._note(message.type, message.text))
        page.on("request", lambda request: self._inside(request.url))

    def _note(self, kind: str, text: str) -> None:
        # The browser logs every refusal; 401 and 422 are what a person is told at the field.
        refusal = "Failed to load resource" in text and (self.away or "401" in text or "422" in text)
        if kind == "error" and not refusal:
            self.complaints.append(text)

    def _inside(self, url: str) -> None:
        if not url.startswith((self.site.server.address, "data:", "blob:")):
            self.complaints.append(f"a call outside: {url}")

    def sign_in(self) -> None:
        self.page.goto(self.site.server.address)
        self.page.get_by_label("Address").fill(EMAIL)
        self.page.get_by_label("Password").fill(PASSWORD)
        self.page.keyboard.press("Enter")
        self.page.get_by_role("button", name="I have read this").click()
        expect(self.page.get_by_role("heading", name="Jobs")).to_be_visible()

    def open(self, job: str, step: str, sheet: str = "") -> None:
        self.page.get_by_role("link", name=job).click()
        self.step(step)
        if sheet:
            self.sheet(sheet)

    def sheet(self, name: str) -> None:
        self.page.get_by_role("tab", name=name).click()

    def step(self, name: str) -> None:
        self.page.get_by_role("navigation", name="Steps").get_by_role("link", name=name).click()

    def type_load(self, line: str) -> None:
        self.page.get_by_label("Add a load").fill(line)
        self.page.keyboard.press("Enter")

    def saved(self, revision: int) -> None:
        expect(self.page.get_by_text(f"Saved, revision {revision}")).to_be_visible()


def slow_line(page: Page, latency_ms: int) -> None:
    """Every request of the page takes so much longer."""
    line = page.context.new_cdp_session(page)
    line.send("Network.enable")
    conditions: dict[str, Any] = {"offline": False, "latency": latency_ms, "downloadThroughput": -1, "uploadThroughput": -1}
    line.send("Network.emulateNetworkConditions", conditions)
