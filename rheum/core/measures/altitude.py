"""Altitude: as entered, exactly; the air's pressure, water's boiling point, and the band a formula's table is read in."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from typing import Final, Literal

from rheum.core.measures.refused import Refused

M_PER_FT: Final = Fraction("0.3048")
_MOST_FIGURE: Final = 1e12
# A figure as people write it, its thousands parted by what is usual somewhere, or its fraction: a few figures only, no power of ten, whose fraction would
# fill the memory.
_WRITTEN: Final = re.compile(
    r"\s{0,9}([-+−]?)([0-9]{1,12}|[0-9]{1,3}(?P<parted>[,.'’\s])[0-9]{3}(?:(?P=parted)[0-9]{3}){0,2})?(?:([.,])([0-9]{0,9}))?\s{0,9}(km|kilometres?|kilometers?|m|metres?|meters?|ft|feet|foot|['′])?\.?\s{0,9}",
    re.IGNORECASE,
)
LOWEST_M: Final = -430.0
HIGHEST_M: Final = 8849.0


# Above this no table and no chart has minutes (process.md).
CHARTED_FT: Final = 10_000


class AltitudeError(Refused):
    """An altitude that cannot be used; the message says what to write."""

    field = "altitude"


class AltitudeUnclear(AltitudeError):
    """An altitude that can be read in more than one way, or that hardly a kitchen has: `readings` are what it may mean, to be chosen from."""

    title = "Which height?"

    def __init__(self, message: str, readings: tuple[Altitude, ...]) -> None:
        super().__init__(message)
        self.readings = readings


@dataclass(frozen=True, slots=True)
class Altitude:
    """An altitude in the unit it was entered in, kept exact: bands are judged on it, never on a rounded one."""

    value: Fraction
    unit: Literal["m", "ft"]

    @property
    def feet(self) -> Fraction:
        return _feet(self.value, self.unit)

    @property
    def metres(self) -> Fraction:
        return self.value if self.unit == "m" else self.value * M_PER_FT

    @property
    def written(self) -> str:
        """The plain figure, as it is kept: `1265`, `4150.5`."""
        plain = str(self.value.numerator) if self.value.denominator == 1 else repr(float(self.value))
        # Three figures behind a point could be thousands: with one more they are not.
        return f"{plain}0" if len(plain.partition(".")[2]) == 3 else plain

    @property
    def says(self) -> str:
        """Read back in both units, with where water boils: `1,800 m (5,906 ft) above the sea; water boils at 94.0 °C there`."""
        other = f"{float(self.feet):,.0f} ft" if self.unit == "m" else f"{float(self.metres):,.0f} m"
        below = "below" if self.value < 0 else "above"
        return f"{str(self).lstrip('-')} ({other.lstrip('-')}) {below} the sea; water boils at {boiling_point_c(float(self.metres)):.1f} °C there"

    def __str__(self) -> str:
        figure = float(self.value)
        return f"{figure:,.0f} {self.unit}" if figure == int(figure) else f"{figure:,} {self.unit}"


@lru_cache(maxsize=256)
def _feet(value: Fraction, unit: str) -> Fraction:
    return value if unit == "ft" else value / M_PER_FT


def altitude(value: float | str, unit: Literal["m", "ft"]) -> Altitude:
    """An altitude from a figure and its unit. A figure as people type it may part its thousands (`4,150`, `1 100`, `1'800`) and bring its own unit
    (`4150ft`, `1,8 km`), which then counts. AltitudeUnclear where a point has exactly three figures behind it; AltitudeError outside the places
    where people live and cook."""
    if isinstance(value, str):
        return read_height(value, unit, written="kept")
    if isinstance(value, bool) or not math.isfinite(value) or abs(value) >= _MOST_FIGURE:
        raise AltitudeError(_NO_HEIGHT.format(repr(value)[:20]))
    return _where_people_live(Altitude(Fraction(repr(value)), unit))


def read_altitude(text: str) -> Altitude:
    """`1265m`, `4150 ft`, `1,265 m`, as this program writes it too. A unit is required: 1,200 is a different kitchen in feet and in metres. AltitudeError otherwise."""
    return read_height(text, None, written="here")


Written = Literal["person", "kept", "here"]
_NO_HEIGHT: Final = "“{}” is not a height. Write a number, such as 1265 m or 4150 ft."


def read_height(text: str, unit: Literal["m", "ft"] | None, *, written: Written = "person") -> Altitude:
    """A height as a person writes it; `unit` counts where none is written, and where it is None one must be. Exactly three figures behind a single point
    or comma may be thousands or a fraction: AltitudeUnclear with both, never a silent thousandth. `written`: by a person; as it was kept of one, by
    an earlier Rheum that read a comma as thousands; or here, by this program, whose commas part thousands and whose points never do. AltitudeError for what is no height."""
    match = _WRITTEN.fullmatch(text) if len(text) <= 40 else None
    sign, whole, _, point, part, named = match.groups() if match else ("", None, None, None, None, None)
    parted = re.search(r"[,.]", whole or "")
    if match is None or not ((whole or "") + (part or "")) or (parted and parted.group() == point):
        raise AltitudeError(
            _NO_HEIGHT.format(text.strip()[:20])
            if unit
            else f"“{text.strip()[:40]}” is not a height with a unit. Write it like 1265m or 4150ft."
        )
    if named is None and unit is None:
        raise AltitudeError(f"“{text.strip()[:40]}” is not a height with a unit. Write it like 1265m or 4150ft.")
    scale = 1000 if named is not None and named.lower().startswith("k") else 1
    if named is not None:
        unit = "m" if named[0].lower() in "mk" else "ft"
    assert unit is not None
    minus = -1 if sign in ("-", "−") else 1
    found = [Altitude(figure * minus * scale, unit) for figure in _figures(whole or "0", point, part or "", written)]
    live = [one for one in found if LOWEST_M <= one.metres <= HIGHEST_M]
    if len(live) > 1:
        raise AltitudeUnclear(
            f"“{text.strip()[:20]}” can be read in two ways: {' or '.join(str(one) for one in live)}? Write it as {live[0].written} or {live[1].written}.",
            tuple(live),
        )
    return _where_people_live(live[0] if live else found[0])


def _figures(whole: str, point: str | None, part: str, written: Written) -> tuple[Fraction, ...]:
    """What a written figure may be: thousands, or a fraction behind a point or comma."""
    plain = re.sub(r"[,.'’\s]", "", whole)
    exact = Fraction(f"{plain}.{part or '0'}")
    if point is None or len(part) != 3 or plain != whole or len(whole) > 3 or whole[0] == "0":
        return (exact,)
    thousands = Fraction(plain + part)
    if written == "here":
        return (thousands,) if point == "," else (exact,)
    return (thousands,) if written == "kept" and point == "," else (thousands, exact)


def _where_people_live(found: Altitude) -> Altitude:
    if not LOWEST_M <= found.metres <= HIGHEST_M:
        raise AltitudeError(
            f"{found} is not a height where people live. Write the kitchen's height above the sea, such as 1265 m or 4150 ft."
        )
    return found


def seldom_a_kitchen(height: Altitude) -> str | None:
    """The sentence that asks about a height that hardly a kitchen has: below the sea, or above what any table has minutes for; None for any other."""
    if height.value < 0:
        return f"{height} lies below the sea. Is your kitchen really below the sea?"
    if height.feet > CHARTED_FT:
        return f"{height} is above {CHARTED_FT:,} ft, and no table has minutes for there: Rheum will say refrigerator of everything. Is it right?"
    return None


def pressure_pa(metres: float) -> float:
    """Air pressure in Pa at a height in metres: International Standard Atmosphere, troposphere (ISO 2533)."""
    return 101325.0 * math.pow(1.0 - 2.25577e-5 * metres, 5.25588)


# Coefficients of the saturation line, IAPWS-IF97 region 4, table 34; valid from 611 Pa to 22.06 MPa.
_N: Final = (
    0.11670521452767e4, -0.72421316703206e6, -0.17073846940092e2, 0.12020824702470e5, -0.32325550322333e7,
    0.14915108613530e2, -0.48232657361591e4, 0.40511340542057e6, -0.23855557567849, 0.65017534844798e3,
)  # fmt: skip


def saturation_temperature_c(pressure: float) -> float:
    """Temperature in Celsius at which water boils under a pressure in Pa (IAPWS-IF97, backward equation 31)."""
    beta = math.pow(pressure / 1e6, 0.25)
    e = beta**2 + _N[2] * beta + _N[5]
    f = _N[0] * beta**2 + _N[3] * beta + _N[6]
    g = _N[1] * beta**2 + _N[4] * beta + _N[7]
    d = 2.0 * g / (-f - math.sqrt(f**2 - 4.0 * e * g))
    return (_N[9] + d - math.sqrt((_N[9] + d) ** 2 - 4.0 * (_N[8] + _N[9] * d))) / 2.0 - 273.15


def boiling_point_c(metres: float) -> float:
    """Boiling point of water in Celsius at a height in metres, standard air. >>> round(boiling_point_c(305), 2) is 98.96."""
    return saturation_temperature_c(pressure_pa(metres))


def height_of_reading(celsius: float) -> float:
    """Metres at which water boils at a temperature (standard air), by halving; between -430 and 8849 m."""
    low, high = -430.0, 8849.0
    for _ in range(60):
        middle = (low + high) / 2
        low, high = (middle, high) if boiling_point_c(middle) > celsius else (low, middle)
    return (low + high) / 2


def height_of_pressure(hpa: float) -> float:
    """Metres at which the standard atmosphere has a pressure in hPa (ISO 2533, turned round)."""
    return float((1 - (hpa / 1013.25) ** (1 / 5.25588)) / 2.25577e-5)
