"""What a hand waits for: a key until its frame is painted, a key that is held, a phrase that is opened."""

import random
import statistics
from collections.abc import Sequence
from dataclasses import dataclass, field
from time import perf_counter

from playwright.sync_api import Browser, Page, sync_playwright
from ready import chromium

from benched.bags import BAGS, WIDEST, Bag
from benched.server import Served

#: keys on each page, so many at once before the other page's turn; the first of them only warm it
PRESSES, AT_ONCE, HELD, HELD_MS, OPENED = 30, 6, 25, 33, 5
#: what is waited for before the next key: long enough that what a resting hand asks for has come and gone
PAUSE_MS = 60
#: after so long no frame comes any more
MOST_S = 20
#: the same key again, as a number is stepped; other keys that step, to ever other numbers, sooner than all of
#: them can be foreseen; and digits, of which none can
AGAIN, OTHER, TYPED = ("ArrowUp",), ("ArrowUp", "PageUp", "ArrowUp", "PageDown"), tuple("18365294")
#: how long a hand that comes to a phrase takes at least until it presses
ARRIVES_MS = 100
_ARGUMENTS = [
    *("--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-component-update"),
    *("--disable-sync", "--no-first-run", "--disable-quic"),
]
# A frame is over when a task runs that was posted from it: style, layout and paint are done then.
_WATCH = """(at) => {
    window.took = []
    window.seen = []
    let pressed = 0
    window.forgetKey = () => { pressed = 0 }
    addEventListener('keydown', (event) => {
        // what only marks a digit to be typed over changes nothing
        if (!event.shiftKey) pressed = pressed || performance.now()
    }, true)
    const number = document.querySelector(at)
    new MutationObserver(() => {
        const text = document.querySelector(at).textContent
        requestAnimationFrame(() => {
            const after = new MessageChannel()
            after.port1.onmessage = () => {
                seen.push(text)
                if (pressed) took.push(performance.now() - pressed)
                pressed = 0
            }
            after.port2.postMessage(0)
        })
    }).observe(number, { subtree: true, characterData: true, childList: true })
}"""


@dataclass(slots=True)
class Felt:
    """
    What was felt on one page: ms from each key to its frame, by the keys that were pressed, and the numbers
    seen while one was held.
    """

    took: dict[tuple[str, ...], list[float]] = field(default_factory=dict)
    seen: int = 0

    def p50(self, keys: tuple[str, ...]) -> float:
        """The middle one."""
        return statistics.median(self.took[keys])

    def p95(self, keys: tuple[str, ...]) -> float:
        """All but one in twenty are quicker."""
        return statistics.quantiles(self.took[keys], n=20)[-1]


class Hand:
    """A hand on one page, with one number that it watches."""

    def __init__(self, page: Page, field_at: str, watched: str) -> None:
        self.page, self.felt, self._pressed = page, Felt(), 0
        self._chance = random.Random(17)
        page.focus(field_at)
        page.evaluate(_WATCH, watched)

    def press(self, keys: tuple[str, ...]) -> None:
        """Press the next of *keys*, a digit in place of the last, and wait until its number is there."""
        if keys is TYPED:
            self._press("PageUp")
            self.page.evaluate("took.pop()")
            self.page.keyboard.press("End")
            self.page.keyboard.press("Shift+ArrowLeft")
            self.page.evaluate("forgetKey()")
        self._press(keys[self._pressed % len(keys)])

    def _press(self, key: str) -> None:
        before = self.page.evaluate("took.length")
        self.page.keyboard.press(key)
        self._pressed += 1
        late = perf_counter() + MOST_S
        while self.page.evaluate("took.length") == before:
            if perf_counter() > late:
                raise SystemExit(f"A key changed nothing in {MOST_S} s: watch another number.")
            self.page.wait_for_timeout(3)
        # a hand keeps no time with the screen's frames
        self.page.wait_for_timeout(PAUSE_MS + self._chance.uniform(0, 17))

    def hold(self) -> None:
        """Hold a key for so many repeats, and count the numbers that were seen."""
        self.page.wait_for_timeout(400)
        self.page.evaluate("seen.length = 0")
        began = self.page.evaluate("performance.now()")
        for i in range(HELD):
            self.page.keyboard.down("ArrowUp")
            late = began + HELD_MS * (i + 1) - self.page.evaluate("performance.now()")
            if late > 0:
                self.page.wait_for_timeout(late)
        self.page.keyboard.up("ArrowUp")
        self.page.wait_for_timeout(600)
        self.felt.seen = self.page.evaluate("new Set(seen).size")

    def forget(self) -> None:
        """What was pressed so far only warmed the page."""
        self.page.evaluate("took.length = 0")

    def keep(self, keys: tuple[str, ...]) -> None:
        """Keep what *keys* took."""
        self.felt.took[keys] = self.page.evaluate("took.splice(0)")


def _window(browser: Browser) -> Page:
    """Return a page in a window of its own: one behind another is painted when it pleases."""
    return browser.new_context(viewport={"width": 1280, "height": 800}).new_page()


def _opened(browser: Browser, served: Served, bag: Bag, phrase: str) -> Page:
    page = _window(browser)
    page.goto(f"{served.address}/plan/{served.plans[bag.name]}")
    page.wait_for_selector("[data-piece]")
    if phrase:
        page.click(f"[data-phrase='{phrase}']")
        page.wait_for_selector(".phrase-tiles .tile")
    # until what a resting hand asks for has come
    page.wait_for_timeout(3000 if phrase else 800)
    return page


# From the finger that goes down: when the first tiles stand there, when it is told what those of the first
# group give, and when all of them.
_OPENED = """() => {
    performance.clearResourceTimings()
    window.opened = new Promise((done) => addEventListener('pointerdown', () => {
        const begun = performance.now()
        let first = 0
        const look = () => {
            const panel = document.querySelector('.phrase-tiles')
            if (panel && !first && panel.querySelector('.tile')) first = performance.now() - begun
            if (!first || !panel.dataset.whole) return requestAnimationFrame(look)
            const asked = performance.getEntriesByType('resource')
            const answers = asked.filter((e) => e.name.endsWith('/api/tiles'))
            done([first, answers[1].responseEnd - begun, performance.now() - begun])
        }
        requestAnimationFrame(look)
    }, { once: true }))
}"""


def opening(served: Served) -> dict[str, tuple[float, float, float]]:
    """
    Return how long each bag's widest phrase takes, to its first tiles, to what the first group gives and to
    what all of them give, in ms.
    """
    out: dict[str, tuple[float, float, float]] = {}
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=chromium(), args=_ARGUMENTS)
        for bag in BAGS:
            page = _opened(browser, served, bag, "")
            took = []
            for _ in range(OPENED):
                page.evaluate(_OPENED)
                page.hover(f"[data-phrase='{WIDEST}']")
                page.wait_for_timeout(ARRIVES_MS)
                page.mouse.down()
                page.mouse.up()
                took.append(page.evaluate("opened"))
                page.keyboard.press("Escape")
                page.mouse.move(640, 700)
                page.wait_for_timeout(300)
                # of a bag that nobody asked of yet
                page.focus(f"[data-path='{bag.field}']")
                page.keyboard.press("ArrowUp")
                page.wait_for_timeout(1500)
            first, told, whole = (statistics.median(one) for one in zip(*took, strict=True))
            out[bag.name] = first, told, whole
            page.context.close()
        browser.close()
    return out


def shelf(served: Served) -> tuple[float, float]:
    """Return how long the shelf takes from nothing until its plans are there, and the floor, in ms."""
    asked = (("/", "[data-plan]"), ("/bench/floor.html", "[data-floor]"))
    took: tuple[list[float], list[float]] = ([], [])
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=chromium(), args=_ARGUMENTS)
        for _ in range(OPENED + 1):
            for (path, there), times in zip(asked, took, strict=True):
                page = _window(browser)
                begun = perf_counter()
                page.goto(f"{served.address}{path}")
                page.wait_for_selector(there)
                times.append((perf_counter() - begun) * 1e3)
                page.context.close()
        browser.close()
    listed, floor = (statistics.median(times[1:]) for times in took)
    return listed, floor


def felt(served: Served, only: Sequence[str] = ()) -> dict[tuple[str, str], tuple[Felt, Felt]]:
    """
    Return what was felt by (bag, phrase that is open or nothing), and on the floor beside it.

    Floor and bag take turns, each in a page of its own of one browser.
    """
    out: dict[tuple[str, str], tuple[Felt, Felt]] = {}
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=chromium(), args=_ARGUMENTS)
        for bag in (b for b in BAGS if not only or b.name in only):
            for phrase in ("", WIDEST):
                ground = _window(browser)
                ground.goto(f"{served.address}/bench/floor.html")
                ground.wait_for_selector("[data-floor]")
                floor = Hand(ground, "input", "[data-floor]")
                page = _opened(browser, served, bag, phrase)
                hand = Hand(page, f"[data-path='{bag.field}']", f"[data-sum='{bag.watched}']")
                # nothing is typed over in a fraction
                for keys in (OTHER, AGAIN, *([TYPED] if bag.spec["unit"] == "mm" else [])):
                    for i in range(PRESSES // AT_ONCE + 1):
                        for one in (floor, hand):
                            for _ in range(AT_ONCE):
                                # of the floor every key is like another
                                one.press(AGAIN if one is floor and keys is TYPED else keys)
                            if not i:
                                one.forget()
                    floor.keep(keys)
                    hand.keep(keys)
                hand.hold()
                out[bag.name, phrase] = (hand.felt, floor.felt)
                ground.context.close()
                page.context.close()
        browser.close()
    return out
