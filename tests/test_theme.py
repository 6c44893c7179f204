"""The colours themselves, by lamp and by day: text and what must be seen, on whatever it lies on.

Contrast as WCAG 2.2 defines it (1.4.3 for text, 1.4.11 for what is not text), reckoned from ``theme.css``.
"""

import re
import unittest
from pathlib import Path

THEME = Path(__file__).parents[1] / "web" / "src" / "theme.css"
BENCH = ("bench", "bench-deep", "bench-raised", "grained")
MAT = ("mat", "mat-deep")


def tokens(light):
    """Every colour by its name in one light."""
    css = THEME.read_text()
    lamp = css[css.index(":root {") : css.index('[data-light="day"]')]
    day = css[css.index('[data-light="day"]') : css.index("@theme")]
    found = {}
    for block in (lamp, day) if light == "day" else (lamp,):
        found |= dict(re.findall(r"--([a-z-]+): (#[0-9a-f]{3,6})", block))
    colours = {name: channels(code) for name, code in found.items()}
    # The darkest and lightest the grain of the bench makes what text lies on.
    grain, bench = colours["grain"], colours["bench"]
    colours["grained"] = tuple(0.26 * g + 0.74 * b for g, b in zip(grain, bench, strict=True))
    return colours


def channels(code):
    """Red, green and blue from nought to one."""
    digits = code[1:] if len(code) == 7 else "".join(2 * d for d in code[1:])
    return tuple(int(digits[n : n + 2], 16) / 255 for n in (0, 2, 4))


def luminance(colour):
    """Relative luminance, WCAG 2.2.

    >>> round(luminance((1, 1, 1)), 3)
    1.0
    """
    linear = [c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in colour]
    return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]


def contrast(one, other):
    """From 1, none, to 21, black on white."""
    a, b = sorted((luminance(one), luminance(other)), reverse=True)
    return (a + 0.05) / (b + 0.05)


class Contrast(unittest.TestCase):
    def each(self, least, inks, grounds):
        for light in ("lamp", "day"):
            of = tokens(light)
            for ink in inks:
                for ground in grounds:
                    with self.subTest(light=light, ink=ink, on=ground):
                        self.assertGreaterEqual(contrast(of[ink], of[ground]), least)

    def test_a_known_pair(self):
        self.assertAlmostEqual(contrast((0, 0, 0), (1, 1, 1)), 21.0)
        self.assertAlmostEqual(contrast(channels("#777777"), (1, 1, 1)), 4.48, places=2)

    def test_text_on_the_bench(self):
        self.each(4.5, ("ink", "ink-soft", "ruin", "check", "good", "accent"), BENCH)
        self.each(4.5, ("ink", "ink-soft"), ("field",))

    def test_text_on_tape_and_on_the_mat(self):
        self.each(4.5, ("tape-ink",), ("tape", "pencil"))
        self.each(4.5, ("mat-ink", "mat-accent", "mat-ruin-soft", "pencil"), MAT)

    def test_what_is_not_text_is_seen(self):
        self.each(3, ("edge",), (*BENCH, "field"))
        self.each(3, ("tape", "pencil", "wire", "mat-ruin", "mat-accent"), MAT)
        self.each(3, ("ruin", "check", "good"), BENCH)

    def test_the_focus_is_seen_wherever_it_lies(self):
        self.each(3, ("focus",), (*BENCH, "field"))
        self.each(3, ("mat-focus",), MAT)
        self.each(3, ("tape-ink",), ("tape",))


if __name__ == "__main__":
    unittest.main()
