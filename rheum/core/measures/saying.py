"""Amounts in words, both measures, for sentences a person reads."""

from __future__ import annotations

import math

from rheum.core.measures.units import G_PER_LB, G_PER_OZ, MM_PER_INCH, US_CUP_ML


def _quarters(value: float) -> str:
    quarters = max(1, round(value * 4))
    whole, rest = divmod(quarters, 4)
    part = ("", "1/4", "1/2", "3/4")[rest]
    return " ".join(word for word in (str(whole) if whole else "", part) if word)


def ml(value: float) -> str:
    """Millilitres with cups or spoons beside: `180 ml (3/4 cup)`."""
    if value < 14:
        return f"{value:.0f} ml ({_quarters(value / (US_CUP_ML / 48))} tsp)" if value >= 1 else f"{value:.1f} ml"
    if value < US_CUP_ML / 4:
        return f"{value:.0f} ml ({_quarters(value / (US_CUP_ML / 16))} tbsp)"
    cups = _quarters(value / US_CUP_ML)
    metric = f"{value / 1000:.2f} l" if value >= 1000 else f"{round(value / 5) * 5:.0f} ml"
    return f"{metric} ({cups} {'cup' if value <= US_CUP_ML * 1.1 else 'cups'})"


def grams(value: float) -> str:
    """Grams or kilos with pounds or ounces beside: `1.36 kg (3 lb)`."""
    if value < 100:
        return f"{value:.0f} g"
    if value < G_PER_LB * 0.95:
        return f"{round(value / 5) * 5:.0f} g ({value / G_PER_OZ:.0f} oz)"
    metric = f"{value / 1000:.2f} kg" if value >= 1000 else f"{round(value / 5) * 5:.0f} g"
    return f"{metric} ({value / G_PER_LB:.1f} lb)"


def _inches(eighths: int) -> str:
    whole, rest = divmod(eighths, 8)
    part = ("", "1/8", "1/4", "3/8", "1/2", "5/8", "3/4", "7/8")[rest]
    return " ".join(word for word in (str(whole) if whole else "", part) if word) or "0"


def mm(value: float) -> str:
    """A small length: `13 mm (1/2 in)`."""
    return f"{value:.0f} mm ({_inches(round(value / MM_PER_INCH * 8))} in)"


def mm_at_most(value: float) -> str:
    """A length not to be gone over, in either measure: `132 mm (5 1/8 in)` for 132.4 mm, which are 5.21 in."""
    return f"{math.floor(value + 1e-9)} mm ({_inches(math.floor(value / MM_PER_INCH * 8 + 1e-9))} in)"


def degrees(celsius: float, american: bool = False, places: int = 0) -> str:
    """A temperature in both scales, the kitchen's own first: `60 °C (140 °F)`, `204.4 °F (95.8 °C)`."""
    both = f"{celsius:.{places}f} °C", f"{celsius * 9 / 5 + 32:.{places}f} °F"
    first, second = both[::-1] if american else both
    return f"{first} ({second})"


def percent(value: float) -> str:
    """A strength: `5 %`, `4.4 %`."""
    return f"{value:.2f}".rstrip("0").rstrip(".") + " %"


def listed(names: list[str]) -> str:
    """`a, b and c`."""
    if len(names) < 2:
        return "".join(names)
    return f"{', '.join(names[:-1])} and {names[-1]}"
