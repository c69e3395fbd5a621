"""Figures the person decides, at the figure itself: used, said, marked, undone; and refused."""

from playwright.sync_api import expect

from tests.browser.conftest import at_rest, axe_violations


def mine(desk, label):
    desk.get_by_role("button", name=f"Mine: {label}").click()
    return desk.get_by_role("dialog")


def test_a_travel_of_ones_own_is_used_beside_ours_and_given_up_again(desk):
    desk.keyboard.press("5")
    travel = desk.get_by_role("region", name="Travel", exact=True)
    dialog = mine(desk, "Travel")
    assert axe_violations(desk) == []
    box = dialog.get_by_label("Travel")
    box.fill("3 bananas")
    expect(dialog.get_by_role("alert")).to_contain_text("not known")
    box.fill("2 in/min")
    expect(dialog).to_contain_text("yours: 2 in/min = 50.8 mm/min")
    box.press("Enter")
    expect(dialog).to_be_hidden()
    expect(travel).to_contain_text("51")
    expect(travel).to_contain_text("travel yours, reckoned")
    expect(travel).to_contain_text("was")
    expect(desk.get_by_text("Travel: your 51 mm/min is under the").first).to_be_visible()
    at_rest(desk)
    desk.reload()
    desk.keyboard.press("5")
    expect(travel).to_contain_text("travel yours, reckoned")
    mine(desk, "Travel").get_by_role("button", name="Back to the reckoned").click()
    expect(travel).not_to_contain_text("yours")


def test_the_limit_is_not_to_be_decided_and_the_dialog_keeps_what_was_typed(desk):
    desk.keyboard.press("3")
    dialog = mine(desk, "Acetylene, gas flowing")
    box = dialog.get_by_label("Acetylene pressure")
    box.fill("30 psi")
    box.press("Enter")
    expect(dialog.get_by_role("alert")).to_contain_text("At most 1.5")
    assert box.input_value() == "30 psi"
    box.fill("14 psi")
    box.press("Enter")
    expect(dialog).to_be_hidden()
    expect(desk.get_by_role("button", name="Take it to the bench")).to_be_disabled()
    expect(
        desk.get_by_text("This set-up would need acetylene above 1.03 bar").first
    ).to_be_visible()
