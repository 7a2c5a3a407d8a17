"""The list of jobs and what is said of a job, by keyboard and with a way back from everything."""

from __future__ import annotations

from installer import Installer
from playwright.sync_api import expect


def test_a_job_is_found_by_typing_gets_a_stage_and_comes_back_from_the_archive(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    jobs = page.get_by_role("list", name="Jobs").get_by_role("listitem")
    expect(jobs).to_have_count(4)
    page.get_by_label("Find a job").focus()
    page.keyboard.type("nurses", delay=15)
    expect(jobs).to_have_count(1)
    expect(page.get_by_label("Find a job")).to_have_value("nurses")

    page.get_by_role("button", name="about Two relief nurses").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Stage").select_option("quoted")
    dialog.get_by_label("Wished for by").fill("2026-08-18")
    dialog.get_by_role("button", name="Store").click()
    expect(jobs.first).to_contain_text("Quoted")
    expect(jobs.first).to_contain_text("by 18 Aug 2026")
    page.get_by_role("button", name="about Two relief nurses").click()
    dialog.get_by_role("button", name="Put it in the archive").click()
    expect(page.get_by_text("No job is found so.")).to_be_visible()
    page.get_by_role("button", name="Bring it back").click()
    expect(jobs).to_have_count(1)
    page.reload()
    expect(jobs).to_have_count(1)
    page.get_by_label("Find a job").focus()
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Two relief nurses, fifth wheel")).to_be_visible()
    page.get_by_role("link", name="All jobs").click()
    page.get_by_label("Find a job").press_sequentially("clinic")
    page.keyboard.press("Enter")  # before the answer is there
    expect(page.get_by_role("heading", name="Travelling eye clinic, shuttle bus")).to_be_visible()


def test_an_open_option_is_taken_away_and_brought_back(installer: Installer) -> None:
    page = installer.page
    installer.sign_in()
    installer.open("Travelling eye clinic", "Storage")
    page.get_by_role("button", name="Begin a further option").click()
    page.get_by_label("Begin another option from this one, called").fill("Lead")
    page.keyboard.press("Enter")
    lead = page.get_by_role("navigation", name="Options").get_by_role("link", name="Lead")
    expect(lead).to_be_visible()

    page.get_by_role("button", name="Ines Vane").click()
    page.get_by_role("menuitem", name="The job, its stage and options").click()
    page.get_by_role("button", name="Take away Lead").click()
    page.get_by_role("button", name="Bring back Lead").click()
    page.get_by_role("button", name="Take away Lead").click()
    page.get_by_role("button", name="Leave").click()
    expect(lead).to_have_count(0)
    page.get_by_role("button", name="Ines Vane").click()
    page.get_by_role("menuitem", name="The job, its stage and options").click()
    page.get_by_role("button", name="Bring back Lead").click()
    page.get_by_role("button", name="Leave").click()
    lead.click()
    expect(page.get_by_text("Saved, revision 1")).to_be_visible()
