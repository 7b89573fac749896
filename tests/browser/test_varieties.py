"""Every variety of the tote, made on screen by picking tiles; numbers are read off the pieces."""

from pathlib import Path

import pytest

from ambitus.core.grammar.registry import GRAMMAR
from browser.conftest import Screen

pytestmark = pytest.mark.browser
OUTER = "outer panel"


def _pick(screen: Screen, phrase: str, path: str, key: str) -> None:
    page = screen.page
    if page.locator(f"[data-phrase='{phrase}'][aria-expanded=true]").count() == 0:
        page.click(f"[data-phrase='{phrase}']")
    page.click(f"[data-tile='{path}={key}']")
    page.wait_for_selector(f"[data-tile='{path}={key}'][aria-pressed=true]")


def _close(screen: Screen) -> None:
    screen.page.click(".phrase-tiles header button")
    screen.page.wait_for_selector(".phrase-tiles", state="detached")


def _sentence(screen: Screen) -> str:
    return screen.page.inner_text(".making-sentence").replace("\xa0", " ")


def test_from_a_lined_tote_to_an_unlined_french_one(screen: Screen) -> None:
    """A hem brings its own seams and ends of straps; French seams then eat 1.6 cm a side."""
    screen.open("March folder tote")
    _pick(screen, "top", "top.kind", "double_hem")
    assert "unlined with a hem turned twice" in _sentence(screen)
    assert "on the hem" in _sentence(screen)
    assert "overcast together" in _sentence(screen)
    screen.shows(OUTER, "height", "38.5")
    assert screen.page.locator("[data-piece='lining panel']").count() == 0
    _pick(screen, "seams", "seams.kind", "french")
    screen.shows(OUTER, "width", "49.2")
    # two French seams at the base and corner: 28 + 6 + 1.6 + 3.5
    screen.shows(OUTER, "height", "39.1")
    _pick(screen, "seams", "seams.base", "plain")
    screen.shows(OUTER, "height", "38.5")
    assert "base plain" in _sentence(screen)
    screen.type("seams.first", "0.5")
    screen.shows(OUTER, "width", "49")
    _close(screen)
    screen.kept()


def test_one_folded_piece_has_its_cut_out_from_the_fold(screen: Screen) -> None:
    """34 + 12 + 2 by 2 (28 + 6 + 1); the notch 6 across and 5 up."""
    screen.open("March folder tote")
    _pick(screen, "base", "base.cut_as", "folded")
    screen.shows(OUTER, "height", "70")
    screen.shows(OUTER, "across", "6")
    screen.shows(OUTER, "up", "5")
    assert "cut in one piece" in _sentence(screen)
    _close(screen)
    screen.page.click(".to-sheet")
    screen.page.wait_for_selector(".sheet-drawn")
    assert "up from the fold" in screen.page.inner_text("[data-piece='outer panel']").replace("\xa0", " ")


@pytest.mark.parametrize("make", list(GRAMMAR.slots["make"]))
def test_each_make_of_strap(screen: Screen, make: str) -> None:
    """Cut widths for 2.8 finished, read off the strap."""
    screen.open("March folder tote")
    _pick(screen, "strap.0", "carry.0.make", make)
    wide = {"four_fold": "11.2", "edges_turned": "7.6", "clean_edge": "6.6", "tube": "7.6", "webbing": "2.8"}
    screen.shows("strap carry.0", "width", wide[make])


def test_straps_down_to_the_base_and_round_it(screen: Screen) -> None:
    """58.5 show, and each end goes down 28 and 6 under the bag, into a seam or a join of 1."""
    screen.open("March folder tote")
    _pick(screen, "strap.0", "carry.0.attach", "to_base")
    screen.shows("strap carry.0", "length", "128.5")
    assert "down to the base seam" in _sentence(screen)
    _pick(screen, "strap.0", "carry.0.attach", "under_base")
    screen.type("carry.0.join", "1.5")
    screen.shows("strap carry.0", "length", "129.5")
    assert "the base first" in _sentence(screen)
    _pick(screen, "strap.0", "carry.0.rolled", "rolled")
    screen.shows("strap carry.0", "length", "129.5")
    assert "halved again in the hand" in _sentence(screen)
    # a folded base has no seam to catch them, and the ring does not ask for one
    _pick(screen, "base", "base.cut_as", "folded")
    screen.shows("strap carry.0", "length", "129.5")
    assert "the base first" not in _sentence(screen)
    _close(screen)
    screen.kept()


def test_one_strap_from_side_to_side_and_strips_that_are_stretched(screen: Screen) -> None:
    """26 deep over a mouth of 34: 2 √(26² + 14²) + 6 show; stretched to 24 of 20 it is cut 5 / 6 as long."""
    screen.open("March folder tote")
    _pick(screen, "strap.0", "carry.0.attach", "at_sides")
    assert "one strap folded in four, from side to side" in _sentence(screen)
    # 65.1 show, and 3.5 at each end
    screen.shows("strap carry.0", "length", "72.1")
    assert screen.page.locator("[data-path='carry.0.from_side']").count() == 0
    _pick(screen, "strap.0", "carry.0.stretched", "stretched")
    screen.shows("strap carry.0", "length", "60")
    screen.shows("strap carry.0", "width", "14")
    screen.page.wait_for_selector("[data-check='strap-does-not-stretch']")
    _close(screen)
    screen.kept()


def test_a_print_is_widened_and_what_shows_is_told(screen: Screen) -> None:
    """48 of panel and 26 of print: strips of 11 and two allowances; 5 of each are seen on a face of 34."""
    screen.open("March folder tote")
    _pick(screen, "cloth", "cloth.made", "widened")
    screen.type("cloth.print_wide", "26")
    screen.shows("side strip outer panel", "width", "13")
    assert "widened canvas and denim" in _sentence(screen)
    _pick(screen, "cloth", "cloth.made_on", "front")
    screen.shows("side strip outer front", "width", "13")
    screen.shows("outer back", "width", "48")
    assert "widened-front canvas and denim" in _sentence(screen)
    _close(screen)
    assert (
        "strips, seen 5" in screen.page.inner_text(".board").replace("\xa0", " ").replace("\n", " ").lower()
    )
    screen.kept()


def test_a_flap_is_held_by_a_button(screen: Screen) -> None:
    """What holds it is asked once there is a flap, and how thick a button is once it is one."""
    page = screen.page
    screen.open("March folder tote")
    page.click("[data-phrase='more']")
    page.click("[data-tile='extras.more=patch']")
    page.wait_for_selector("[data-tile='extras.0.flap=flap']")
    assert page.locator("[data-tile='extras.0.flap_closes=button']").count() == 0
    page.click("[data-tile='extras.0.flap=flap']")
    page.click("[data-tile='extras.0.flap_closes=button']")
    screen.type("extras.0.flap_closed_at", "3.5")
    page.wait_for_selector("[data-check='flap-closure-off']")
    screen.type("extras.0.flap_closed_at", "2")
    page.wait_for_selector("[data-check='flap-closure-off']", state="detached")
    _close(screen)
    screen.kept()


def test_seams_bound_in_an_unlined_bag(screen: Screen) -> None:
    """The strips are pieces of their own: 2 · 0.6 + 0.14 + 2 · 0.9 is 3.1 wide."""
    screen.open("March folder tote")
    _pick(screen, "top", "top.kind", "double_hem")
    _pick(screen, "seams", "seams.kind", "bound")
    assert "bound seams of 1 cm" in _sentence(screen)
    # 28 and 3.5, a corner's seam of 1, and both ends
    screen.shows("seam binding side", "length", "34.5")
    screen.shows("seam binding side", "width", "3.1")
    _pick(screen, "seams", "seams.bind_made", "double")
    screen.shows("seam binding side", "width", "4.5")
    _close(screen)
    screen.kept()


@pytest.mark.parametrize("kind", list(GRAMMAR.slots["seams"]))
def test_each_kind_of_seam_has_its_tile_and_its_picture(screen: Screen, kind: str) -> None:
    """Picked, it is in the sentence, and nothing on the place is broken by it."""
    screen.open("Programme bag")
    page = screen.page
    page.click("[data-phrase='seams']")
    page.wait_for_selector(f"[data-tile='seams.kind={kind}'] svg polyline", state="attached")
    page.click(f"[data-tile='seams.kind={kind}']")
    page.wait_for_selector(f"[data-tile='seams.kind={kind}'][aria-pressed=true]")
    wide = {"overlocked_first": "32", "french": "33.2", "french_stitched": "33.2", "felled": "33"}
    wide |= {"lapped": "30", "raw": "30"}
    piece = "outer panel"
    screen.shows(piece, "width", wide.get(kind, "32"))
    if kind == "lapped":
        page.wait_for_selector("[data-check='parts-do-not-fit']")


def test_the_richest_tote_is_one_screen(screen: Screen) -> None:
    """At 1280 × 800: a sentence of two lines, the bag, every piece, and no scrolling of the page."""
    screen.open("Glockenspiel carrier")
    _pick(screen, "base", "base.kind", "boxed_after")
    _pick(screen, "base", "base.cut_as", "folded")
    _pick(screen, "top", "top.kind", "turned_through")
    _pick(screen, "seams", "seams.kind", "french")
    _pick(screen, "seams", "seams.corner", "plain")
    _close(screen)
    screen.kept()
    page = screen.page
    page.reload()
    page.wait_for_selector("[data-piece]")
    assert page.locator(".making-sentence .phrase").count() == 8
    lines = page.evaluate(
        """() => {
            const p = document.querySelector('.making-sentence'), style = getComputedStyle(p)
            const text = p.clientHeight - parseFloat(style.paddingTop) - parseFloat(style.paddingBottom)
            return Math.round(text / parseFloat(style.lineHeight))
        }"""
    )
    assert lines <= 2
    assert page.evaluate("document.documentElement.scrollHeight <= window.innerHeight")
    for piece in page.locator("[data-piece]").all():
        box = piece.bounding_box()
        assert box is not None
        assert box["y"] + box["height"] <= 800


#: base -> cut sizes of its outer, in cm, from a tote 34 × 28 × 12, or from what the base brings by default
ON_OTHER_BASES: dict[str, dict[str, str]] = {
    # 2 · 24 + 4 π + 26 = 86.57, and both tops
    "gusset": {"outer panel/width": "36", "outer panel/height": "30", "outer gusset/width": "88.6"},
    "side_panels": {"outer panel/height": "36", "outer side/width": "14", "outer side/height": "30"},
    # 18 π = 56.55, and both sides
    "circle": {"outer panel/width": "58.5", "outer base/width": "20"},
    # 2 · 8 + 10 π = 47.42
    "stadium": {"outer panel/width": "49.4", "outer base/width": "20", "outer base/height": "12"},
    "ellipse": {"outer base/width": "20", "outer base/height": "12"},
    # 2 · 28 − 8 · 2.5 + 5 π = 51.71
    "rounded_rectangle": {"outer panel/width": "53.7"},
    "rectangle": {"outer panel/width": "58"},
}


@pytest.mark.parametrize("base", list(ON_OTHER_BASES))
def test_each_base_of_several_parts(screen: Screen, base: str) -> None:
    """Picked from its tile, drafted, kept, and on its sheet with every part."""
    screen.open("March folder tote")
    page = screen.page
    _pick(screen, "base", "base.kind", base)
    for at, text in ON_OTHER_BASES[base].items():
        screen.shows(*at.split("/"), text)
    _close(screen)
    assert page.locator("[data-check]").filter(has_text="Stop").count() == 0
    screen.kept()
    parts = page.locator("[data-piece^='outer']").count()
    assert parts == 2
    page.click(".side-tools .to-sheet")
    page.wait_for_selector(".sheet-drawn")
    assert page.locator(".sheet-drawn [data-piece^='outer']").count() == parts


def test_a_plate_rounds_the_corners_and_templates_are_offered(screen: Screen) -> None:
    """A plate 16 across, less a seam of 1: the corners are rounded by 7."""
    screen.open("Euphonium folder tote")
    page = screen.page
    _pick(screen, "base", "base.round_by", "plate")
    screen.type("base.plate", "16")
    # 2 (30 − 7) + 7 π + 33 − 14 = 86.99, and both tops
    screen.shows("outer gusset", "width", "89")
    _close(screen)
    screen.kept()
    page.click("text=More")
    with page.expect_download() as got:
        page.click("text=Templates of the curves, PDF")
    assert Path(got.value.path()).read_bytes().startswith(b"%PDF")


def test_what_was_really_cut_is_answered(screen: Screen) -> None:
    """A disc cut too large is told how far it hangs over."""
    screen.open("Mute bucket")
    page = screen.page
    page.click("[data-phrase='base']")
    page.wait_for_selector("[data-path='base.cut_base']")
    screen.paste("base.cut_base", "22")
    check = page.locator("[data-check='as-cut-does-not-ease']")
    check.filter(has_text="hang over by").wait_for()
    assert "hang over by 0.5 cm" in check.inner_text().replace("\xa0", " ")


def test_an_outline_is_imported_measured_and_kept(screen: Screen, tmp_path: Path) -> None:
    """A rectangle of 240 by 100 mm: 68 cm round its seam, 24 by 10 as the cut line; open it is refused."""
    drawing = (
        '<svg xmlns="http://www.w3.org/2000/svg" width="300mm" height="200mm" viewBox="0 0 300 200">{}</svg>'
    )
    good, bad = tmp_path / "base.svg", tmp_path / "open.svg"
    good.write_text(drawing.format('<path d="M10 10H250V110H10Z"/>'))
    bad.write_text(drawing.format('<path d="M10 10H250V110H10"/>'))
    page, told = screen.open("Half-moon baton tote").page, "[data-outline]"
    page.click("[data-phrase='base']")
    page.set_input_files("input[type=file]", bad)
    page.wait_for_selector("text=its ends lie 100.0 mm apart")
    page.set_input_files("input[type=file]", good)
    page.wait_for_selector(f"{told}:has-text('68 cm')")
    assert "240\xa0cm²" in page.inner_text(told)
    _pick(screen, "base", "base.traced_as", "cut")
    page.wait_for_selector(f"{told}:has-text('60 cm')")
    _close(screen)
    screen.shows("outer base", "width", "24")
    screen.shows("outer panel", "width", "32")
    screen.kept()


def test_a_contrasting_bottom_is_a_number_on_the_drawing(screen: Screen) -> None:
    """Typed in place: 9 becomes 12; the bottom is cut 3 higher and the upper part 3 less."""
    screen.open("Baritone book tote")
    screen.shows("outer upper", "height", "26")
    screen.type("cloth.bottom_height", "12")
    screen.shows("outer bottom", "height", "20")
    screen.shows("outer upper", "height", "23")
    _pick(screen, "cloth", "cloth.doubled", "doubled")
    assert "doubled linen and denim" in _sentence(screen)
    screen.kept()


def test_straps_are_taken_off_and_put_on_again(screen: Screen) -> None:
    """The phrase stays open while the sentence changes under it; undo brings the old straps back."""
    screen.open("March folder tote")
    page = screen.page
    before = screen.cut("strap carry.0", "length")
    _pick(screen, "strap.0", "carry.pairs", "0")
    page.wait_for_selector("[data-piece='strap carry.0']", state="detached")
    assert "no straps" in _sentence(screen)
    page.wait_for_selector("[data-phrase='straps'][aria-expanded=true]")
    # picked one right after the other they would be one step to undo
    screen.kept()
    page.click("[data-tile='carry.pairs=1']")
    page.wait_for_selector("[data-piece='strap carry.0']", state="attached")
    _close(screen)
    page.click("text=Undo")
    page.wait_for_selector("[data-piece='strap carry.0']", state="detached")
    page.click("text=Undo")
    screen.shows("strap carry.0", "length", before)
    screen.kept()


def test_a_bag_on_bars(screen: Screen) -> None:
    """Twice the channel is the line it is folded to; the slit begins lower with it; a hoop is sewn round."""
    screen.open("Music-stand bag")
    page = screen.page
    # 43, a turn of 1, a channel of 2.2, a seam of 1
    screen.shows(OUTER, "height", "47.2")
    page.wait_for_selector("[data-piece='bar']", state="attached")
    _pick(screen, "top", "top.bar", "hoop")
    assert "gathered on two hoops" in _sentence(screen)
    # half of 6.28 and 0.6, and up to the next line
    screen.type("top.bar_thick", "2")
    screen.shows(OUTER, "height", "48.5")
    screen.type("top.channel", "2,2")
    screen.shows(OUTER, "height", "47.2")
    _close(screen)
    page.click("[data-remedy='channel-under-bar'] >> nth=0")
    screen.shows(OUTER, "height", "48.5")
    page.wait_for_selector("[data-check='channel-under-bar']", state="detached")
    screen.kept()


def test_a_pocket_with_a_zip_across_it(screen: Screen) -> None:
    """Added from the sentence; both its pieces follow the place of the zip, and the bands its height."""
    screen.open("March folder tote")
    page = screen.page
    page.click("[data-phrase='more']")
    page.click("[data-tile='extras.more=zip_across']")
    page.wait_for_selector("[data-piece='pocket upper 1']", state="attached")
    assert "a zip pocket" in _sentence(screen)
    # 5 less half of 1.2 that is seen, a seam of 0.8 and an edge of 1
    screen.shows("pocket upper 1", "height", "6.2")
    screen.type("extras.0.zip_at", "8")
    screen.shows("pocket upper 1", "height", "9.2")
    screen.shows("pocket lower 1", "height", "11.2")
    screen.shows("pocket band 1", "height", "20.4")
    _pick(screen, "zip_across.0", "extras.0.ends", "turned")
    page.wait_for_selector("[data-piece='pocket band 1']", state="detached")
    screen.shows("pocket upper 1", "width", "20")
    screen.kept()
    _close(screen)
    page.click(".to-sheet")
    page.wait_for_selector(".sheet-drawn")
    zips = page.inner_text(".sheet-small").replace("\xa0", " ")
    assert "Zip" in zips
    assert "buy" in zips


def test_one_piece_wrapped_round_has_one_side_seam(screen: Screen) -> None:
    """2 × 46 and a seam of 1 at either end; at the fold both cut-outs are one, of 5 each."""
    screen.open("March folder tote")
    _pick(screen, "base", "base.cut_as", "wrapped")
    screen.shows(OUTER, "width", "94")
    screen.shows(OUTER, "fold_across", "10")
    screen.shows(OUTER, "across", "6")
    assert "wrapped round in one piece" in _sentence(screen)
    _close(screen)
    screen.page.click(".to-sheet")
    screen.page.wait_for_selector(".sheet-drawn")
    assert "at the fold" in screen.page.inner_text("[data-piece='outer panel']").replace("\xa0", " ")


def test_panels_are_quilted_and_pieced_on_screen(screen: Screen) -> None:
    """The blank is larger by 2.4 and what rows draw in; the strips make it, the last taking what is left."""
    screen.open("March folder tote")
    page = screen.page
    _pick(screen, "interfacing", "interfacing.kind", "quilted")
    # 48 ÷ (1 − 2/3 × (2/25)²) is 48.21
    screen.shows("blank outer panel", "width", "50.6")
    assert "quilted on cotton batting, in rows 2.5 cm apart" in _sentence(screen)
    screen.type("interfacing.rows_apart", "1")
    # 48 ÷ (1 − 2/3 × (2/10)²) is 49.32
    screen.shows("blank outer panel", "width", "51.7")
    screen.type("interfacing.sample", "19.5")
    # a square of 20 has lost 2.5 %: 49.23
    screen.shows("blank outer panel", "width", "51.6")
    _close(screen)
    high = screen.cut("blank outer panel", "height")
    _pick(screen, "cloth", "cloth.made", "strips")
    screen.shows("strip blank outer panel", "height", "6")
    strips = int(page.inner_text("[data-piece='strip blank outer panel']").split("×")[-1].split()[0]) // 2
    last = float(high) - 6 * strips + 2 * strips
    screen.shows("last strip blank outer panel", "height", f"{last:.1f}".removesuffix(".0"))
    _pick(screen, "cloth", "cloth.strips_of", "alternate")
    assert "pieced denim and" in _sentence(screen) or "pieced canvas and" in _sentence(screen)
    screen.kept()


def test_a_motif_is_put_on_and_kept_clear(screen: Screen) -> None:
    """As far below the row along the top edge as is kept clear round it; nearer it is told, and moved."""
    screen.open("Glockenspiel carrier")
    page = screen.page
    page.click("[data-phrase='more']")
    page.click("[data-tile='extras.more=motif']")
    page.wait_for_selector("[data-phrase='motif.0']")
    assert "a transfer on the front" in _sentence(screen)
    screen.type("extras.0.from_top", "11")
    page.wait_for_selector("[data-check='put-on-clashes']", state="attached")
    _close(screen)
    page.click("[data-remedy='put-on-clashes'] >> nth=0")
    page.wait_for_selector("[data-check='put-on-clashes']", state="detached")
    page.click("[data-phrase='motif.0']")
    # a row 3 below the top edge, and 10 that are kept clear
    page.wait_for_selector("[data-path='extras.0.from_top']")
    assert float(screen.field("extras.0.from_top").input_value()) >= 13
    _pick(screen, "motif.0", "extras.0.motif", "ink")
    assert "a printed motif on the front" in _sentence(screen)
    screen.kept()
