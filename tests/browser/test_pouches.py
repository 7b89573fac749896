"""From the shelf to a printed pouch: ways to begin, zips, tabs, a box; numbers are read off the screen."""

import pytest

from browser.conftest import Screen

pytestmark = pytest.mark.browser
OUTER = "outer panel"


def _pick(screen: Screen, path: str, key: str, phrase: str = "zip") -> None:
    page = screen.page
    if page.locator(f"[data-phrase='{phrase}'][aria-expanded=true]").count() == 0:
        page.keyboard.press("Escape")
        page.click(f"[data-phrase='{phrase}']")
    page.click(f"[data-tile='{path}={key}']")
    page.wait_for_selector(f"[data-tile='{path}={key}'][aria-pressed=true]")


def test_a_box_pouch_from_the_shelf_to_its_sheet(screen: Screen) -> None:
    """L 25, B 10, h 8: 25 + 8 + 2 by 10 + 8 + 0.6 + 1 − 0.8; 260 of zip becomes 350 and 25 more: 400."""
    page = screen.shelf().page
    page.click("[data-way='pouch.box']")
    page.wait_for_selector("[data-piece]")
    for path, text in (("size.length", "25"), ("size.breadth", "10"), ("size.height", "8")):
        screen.type(path, text)
    screen.shows(OUTER, "width", "35")
    screen.shows(OUTER, "height", "18.8")
    screen.shows("zip", "length", "35")
    screen.shows("zip", "buy", "40")
    # pressed 33 by 18; corners 8 long, 4 from the point
    lengths = page.locator(".box-states .state-length").all_inner_texts()
    assert [text.strip() for text in lengths] == ["33", "18", "8", "4", "10"]
    page.click("[data-sum='zip/buy']")
    page.wait_for_selector(".sum-on-paper .term-mm")
    assert "Cut off, with its stop" in page.inner_text(".draft-side")
    screen.kept()
    page.click(".side-tools .to-sheet")
    page.wait_for_selector(".sheet-small")
    strip = page.inner_text(".sheet-small").replace("\xa0", " ")
    assert "35 × 2.8" in strip
    assert "buy 40" in " ".join(strip.split())
    assert page.locator(".sheet-states .state").count() == 3
    steps = page.inner_text(".sheet-steps")
    assert steps.index("Tack across the teeth") < steps.index("Cut the zip to its length")
    assert steps.index("zip stands half open") < steps.index("Sew the end seams of the outer")


def test_a_narrowed_zip_and_its_small_pieces_are_picked(screen: Screen) -> None:
    """8 less two tabs of 3/4 leaves 6 1/2; of 1 it leaves 6, and 1 more lies in the tabs."""
    screen.open("Reed pouch")
    page = screen.page
    screen.shows("zip", "length", "7 1/2")
    page.click("[data-phrase='zip']")
    page.wait_for_selector("[data-path='top.tab']")
    screen.type("top.tab", "1")
    screen.shows("zip", "length", "7")
    # twice 1 and two seams of 3/8, in the tab that was ribbon
    screen.shows("tab end", "length", "2 3/4")
    _pick(screen, "top.zip_ends", "seamed")
    screen.shows("tab end", "length", "3 3/4")
    _pick(screen, "top.pull", "ribbon", "small")
    _pick(screen, "top.zip_ends", "caught")
    page.wait_for_selector("[data-piece='tab end']", state="detached")
    screen.shows("zip", "length", "8 3/4")
    page.keyboard.press("Escape")
    page.keyboard.press("a")
    page.wait_for_selector("[data-piece='tab pull']")
    screen.kept()


def test_a_zip_that_is_not_counted_says_what_it_adds(screen: Screen) -> None:
    """The panel grows by half of what shows, and so does the pouch."""
    screen.open("Valve-oil pouch")
    screen.shows(OUTER, "height", "148")
    _pick(screen, "top.zip_counts", "left_out")
    screen.shows(OUTER, "height", "156")
    screen.page.keyboard.press("Escape")
    note = screen.page.locator("[data-check='zip-not-counted']")
    note.wait_for()
    assert "110 mm asked; with the zip it comes out 118 mm, 8 mm more" in note.inner_text().replace(
        "\xa0", " "
    )


def test_a_zip_in_hand_is_judged(screen: Screen) -> None:
    """Too short for the mouth, and one whose stop comes under the needle."""
    page = screen.open("Valve-oil pouch").page
    page.click("[data-phrase='zip']")
    page.wait_for_selector("[data-path='top.zip_in_hand']")
    screen.type("top.zip_in_hand", "180")
    page.wait_for_selector("[data-check='zip-too-short']")
    screen.type("top.zip_in_hand", "208")
    page.wait_for_selector("[data-check='stop-on-row']")
    screen.type("top.zip_in_hand", "250")
    page.wait_for_selector("[data-check='stop-on-row']", state="detached")
    screen.shows("zip", "buy", "250")


def test_every_plain_way_begins_a_bag_that_can_be_cut(screen: Screen) -> None:
    """Each tile on the shelf, by the keyboard, is one step from pieces without a stop."""
    page = screen.shelf().page
    ways = [w.get_attribute("data-way") for w in page.locator("[data-way]").all()]
    assert len(ways) == 12
    for way in ways:
        screen.shelf()
        page.locator(f"[data-way='{way}']").focus()
        page.keyboard.press("Enter")
        page.wait_for_selector("[data-piece]")
        assert page.locator(".checks-list li.stop").count() == 0, way


def test_what_it_holds_leads_to_a_size_by_the_litre(screen: Screen) -> None:
    """From the number on the drawing to a sack of five litres."""
    page = screen.shelf().page
    page.click("[data-way='sack']")
    page.wait_for_selector("[data-holds] button")
    page.click("[data-holds] button")
    page.wait_for_selector("details.by-volume[open]")
    page.fill(".volume-asked input >> nth=0", "5")
    page.keyboard.press("Enter")
    # sizes for what is there already may still be shown
    page.wait_for_function("document.querySelector('[data-volume-choice]')?.innerText.includes('holds 5')")
    page.locator(".by-volume button", has_text="across").first.click()
    page.wait_for_function("document.querySelector('[data-holds]').innerText.includes('5 litres')")


def test_a_pleated_pouch_from_the_shelf_with_its_ends_bound(screen: Screen) -> None:
    """170 long and 95 wide at its ends, tucks of 18: 17 + 2 × 1 by 9.5 + 3.6 + 0.6 + 0.8 − 0.8."""
    page = screen.shelf().page
    page.click("[data-way='pouch.pleated']")
    page.wait_for_selector("[data-piece]")
    for path, text in (("size.length", "17"), ("size.breadth", "9.5"), ("size.height", "3.6")):
        screen.type(path, text)
    page.click("[data-phrase='seams']")
    page.wait_for_selector("[data-path='seams.bind_cover']")
    screen.type("seams.bind_cover", "1")
    screen.type("allowances.base", "0.8")
    screen.shows(OUTER, "width", "19")
    screen.shows(OUTER, "height", "13.7")
    # across an end, and a centimetre past either side
    screen.shows("seam binding end", "length", "11.5")
    lengths = page.locator(".box-states .state-length").all_inner_texts()
    assert [text.strip() for text in lengths] == ["17", "9.5", "1.8", "9.5", "1.8", "1.8"]
    _pick(screen, "seams.bind_ends", "hand", "seams")
    # by hand the first row closes the end
    screen.shows(OUTER, "width", "18.2")
    screen.kept()


def test_a_clutch_has_a_flap_that_meets_its_front(screen: Screen) -> None:
    """27 wide less two of 0.6 and two seams; it falls 12, over 2, and 2.5 lies inside: 17.5 with its seam."""
    screen.open("Conductor’s clutch")
    page = screen.page
    screen.shows("pocket flap 1", "width", "27.8")
    page.click("[data-phrase='flap.0']")
    page.wait_for_selector("[data-path='extras.0.fall']")
    screen.type("extras.0.fall", "12")
    screen.shows("pocket flap 1", "height", "17.5")
    _pick(screen, "extras.0.held_by", "button", "flap.0")
    page.keyboard.press("Escape")
    page.keyboard.press("a")
    page.wait_for_selector("[data-piece='pocket flap under 1']")
    page.click("text=Read the work through")
    page.wait_for_selector(".work-steps li")
    work = page.inner_text(".work-steps")
    first, then = "Work the buttonhole through both layers", "Find the button on the front"
    assert -1 < work.index(first) < work.index(then) < work.index("Tuck the flap between the pressed edges")


#: 16 cm wide, 12 from its straight edge to its point, which lies to the left of its middle
_LEANS = (
    b"<svg xmlns='http://www.w3.org/2000/svg' width='160mm' height='120mm' viewBox='0 0 160 120'>"
    b"<path d='M 0 0 L 160 0 L 160 50 L 50 120 L 0 60 Z'/></svg>"
)


def test_a_flap_is_cut_by_a_template_that_is_imported(screen: Screen) -> None:
    """16 and two seams of 1; drawn as its cut line it is as large as drawn, whatever lies inside."""
    screen.open("Conductor’s clutch")
    page = screen.page
    screen.shows("pocket flap 1", "width", "27.8")
    _pick(screen, "extras.0.flap_shape", "template", "flap.0")
    page.wait_for_selector("text=A tongue, until you import your own.")
    # what its template tells is not asked again
    assert page.locator("[data-path='extras.0.fall']").count() == 0
    page.set_input_files("input[type=file]", {"name": "f.svg", "mimeType": "image/svg+xml", "buffer": _LEANS})
    # 160 + 50 + 130.38 + 78.1 + 60 round it
    page.wait_for_selector("[data-outline]:has-text('47.85')")
    page.keyboard.press("Escape")
    screen.shows("pocket flap 1", "width", "18")
    # two things are put on it: they are told once they are asked for
    page.click("[data-phrase='rest']")
    _pick(screen, "extras.0.flap_traced_as", "cut", "flap.0")
    page.keyboard.press("Escape")
    screen.shows("pocket flap 1", "width", "16")
    screen.shows("pocket flap 1", "height", "12")
    screen.kept()


def test_a_box_is_pressed_with_its_zip_along_one_edge(screen: Screen) -> None:
    """20 × 8 × 6: 20 + 8 + 2 and no longer 20 + 6 + 2; what the zip opens ends with the upper side."""
    screen.open("Mouthpiece box pouch")
    page = screen.page
    screen.shows(OUTER, "width", "28")
    _pick(screen, "base.pressed", "at_edge", "base")
    page.keyboard.press("Escape")
    screen.shows(OUTER, "width", "30")
    lengths = page.locator(".box-states .state-length").all_inner_texts()
    assert [text.strip() for text in lengths] == ["28", "14", "20", "8", "6", "4"]
    screen.kept()


def test_a_zip_goes_from_base_to_base(screen: Screen) -> None:
    """22 + 1.2 − 1.8; along its zip 22 + 12 − 0.8584 × 4 with corners of 4; half-round 22 + 12 − 5.15."""
    screen.open("Mouthpiece box pouch")
    page = screen.page
    _pick(screen, "base.kind", "zip_round", "base")
    page.keyboard.press("Escape")
    screen.shows(OUTER, "width", "21.4")
    page.wait_for_selector("text=30.57")
    _pick(screen, "base.upper", "half", "base")
    page.keyboard.press("Escape")
    page.wait_for_selector("text=28.85")
    screen.kept()


def test_a_front_with_a_zip_pocket_is_picked(screen: Screen) -> None:
    """Of a front cut 4 7/8: less 2 of the strip and 1/2 of zip that shows, a seam of 1/4, 1/2 to trim."""
    screen.open("Reed pouch")
    page = screen.page
    screen.shows(OUTER, "height", "4 7/8")
    _pick(screen, "cloth.made", "zip", "cloth")
    page.keyboard.press("Escape")
    page.keyboard.press("a")
    page.wait_for_selector("[data-piece='zip face outer front']")
    screen.shows("zip strip outer front", "height", "2 1/4")
    # 4 7/8 − (2 1/4 − 1/4) − 1/2 + 1/4 + 1/2
    screen.shows("zip face outer front", "height", "3 1/8")
    screen.shows("zip backing outer front", "height", "3 5/8")
    screen.kept()


def test_a_disc_is_folded_and_its_zip_lies_behind_a_window(screen: Screen) -> None:
    """One piece of 24 by 24; the window’s ends and lines read off rulers; a window too long says so."""
    screen.open("Mouthpiece half-round")
    page = screen.page
    page.wait_for_selector("text=closed by a coil zip behind a window")
    screen.shows(OUTER, "width", "24")
    screen.shows(OUTER, "height", "24")
    page.click("[data-lay='outer panel']")
    page.wait_for_selector("text=Back to the bag")
    told = screen.said()
    for tick in ("2.5 window", "21.5 window", "11.4 window", "12 fold", "12.6 window"):
        assert tick in told, tick
    page.click("[data-phrase='zip']")
    screen.type("top.zip_window", "20")
    page.wait_for_selector("text=The window is too long for its fold")
    page.wait_for_selector("text=Choose between 2 cm and 19.5 cm.")
    screen.type("top.zip_window", "19.5")
    page.wait_for_selector("text=The window is too long for its fold", state="detached")
    screen.shows("zip", "length", "21.9")
    screen.kept()


def test_a_gusset_goes_all_round_with_the_zip_in_it(screen: Screen) -> None:
    """20 by 14 by 7, r 4: 61.1 round, 24.5 of it zip panel; what that takes more the strip takes less."""
    screen.open("Metronome case")
    page = screen.page
    page.wait_for_selector("text=gusset all round")
    screen.shows(OUTER, "width", "22")
    screen.shows(OUTER, "height", "16")
    # 7 / 2 + 1 + 0.6 − 1
    screen.shows("outer zip strip", "height", "4.1")
    screen.shows("outer zip strip", "width", "26.5")
    # 61.13 − 24.5 + 2, up to the grid
    screen.shows("outer gusset", "width", "38.7")
    page.click("[data-phrase='base']")
    screen.type("base.zip_panel", "30")
    page.keyboard.press("Enter")
    page.keyboard.press("Escape")
    screen.shows("outer zip strip", "width", "32")
    screen.shows("outer gusset", "width", "33.2")
    page.click("[data-phrase='base']")
    screen.type("base.radius", "8")
    page.wait_for_selector("text=The corners are rounder than the panel has room for")
    screen.type("base.radius", "7")
    page.wait_for_selector("text=The corners are rounder than the panel has room for", state="detached")
    screen.kept()


def test_a_half_round_pouch_and_clipped_corners_are_picked_and_read_off(screen: Screen) -> None:
    """22 wide, under a zip 11 − 0.8 + 0.6 + 1 high; clipped by 3 it is drawn without a curve."""
    screen.open("Mouthpiece half-round")
    page = screen.page
    _pick(screen, "base.lower", "half", "base")
    page.keyboard.press("Escape")
    _pick(screen, "top.zip_ends", "caught", "zip")
    page.keyboard.press("Escape")
    screen.shows(OUTER, "width", "24")
    screen.shows(OUTER, "height", "11.8")
    paths = "[...document.querySelectorAll('.standing-bag path')]"
    arcs = f"() => {paths}.some((p) => p.getAttribute('d').includes('A'))"
    page.wait_for_function(arcs)
    _pick(screen, "base.lower", "clipped", "base")
    page.wait_for_selector("text=base clipped at its corners")
    screen.type("base.clip", "3")
    page.wait_for_function(f"!({arcs})()")
    screen.kept()
    _pick(screen, "base.lower", "round", "base")
    screen.type("base.radius", "40")
    page.wait_for_selector("text=The corners are rounder than the front has room for")
    page.wait_for_selector("text=A radius of 40 cm; there is room for 10.8 cm.")
