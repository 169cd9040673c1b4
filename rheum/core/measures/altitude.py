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
# Figures, and a few behind the point: no power of ten, whose fraction would fill the memory.
_FIGURE: Final = re.compile(r"[-+]?(?:[0-9]{1,12}(?:\.[0-9]{0,9})?|\.[0-9]{1,9})")
_MOST_FIGURE: Final = 1e12
_TYPED: Final = re.compile(
    r"([-−]?\d{1,3}(?:[,\s'’]\d{3}){1,2}|[-−]?\d{1,9}(?:\.\d{1,9})?)\s?(m|metres?|meters?|ft|feet|foot|['′])?\.?", re.IGNORECASE
)
LOWEST_M: Final = -430.0
HIGHEST_M: Final = 8849.0


class AltitudeError(Refused):
    """An altitude that cannot be used; the message says what to write."""

    field = "altitude"


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

    def __str__(self) -> str:
        figure = float(self.value)
        return f"{figure:,.0f} {self.unit}" if figure == int(figure) else f"{figure:,} {self.unit}"


@lru_cache(maxsize=256)
def _feet(value: Fraction, unit: str) -> Fraction:
    return value if unit == "ft" else value / M_PER_FT


def altitude(value: float | str, unit: Literal["m", "ft"]) -> Altitude:
    """An altitude from a figure and its unit. A figure as people type it may part its thousands (`4,150`, `1 100`) and bring its own unit
    (`4150ft`), which then counts. AltitudeError outside the places where people live and cook."""
    written = value.strip() if isinstance(value, str) else repr(value)
    if isinstance(value, str) and (typed := _TYPED.fullmatch(written)):
        written = re.sub(r"[,\s'’]", "", typed.group(1)).replace("−", "-")
        unit = unit if not typed.group(2) else "m" if typed.group(2).lower().startswith("m") else "ft"
    plain = isinstance(value, int | float) and not isinstance(value, bool) and math.isfinite(value) and abs(value) < _MOST_FIGURE
    if not (plain or _FIGURE.fullmatch(written)):
        raise AltitudeError(f"“{written[:20]}” is not a height. Write a number, such as 1265 m or 4150 ft.")
    exact = Fraction(written)
    found = Altitude(exact, unit)
    if not LOWEST_M <= found.metres <= HIGHEST_M:
        raise AltitudeError(
            f"{found} is not a height where people live. Write the kitchen's height above the sea, such as 1265 m or 4150 ft."
        )
    return found


def read_altitude(text: str) -> Altitude:
    """`1265m`, `4,150 ft`. A unit is required: 1,200 is a different kitchen in feet and in metres. AltitudeError otherwise."""
    match = re.fullmatch(r"\s*([-−]?\d[\d,]*(?:\.\d+)?)\s*(m|metres?|meters?|ft|feet|foot)\s*", text, re.IGNORECASE)
    if not match:
        raise AltitudeError(f"“{text.strip()[:40]}” is not a height with a unit. Write it like 1265m or 4150ft.")
    return altitude(match.group(1).replace(",", "").replace("−", "-"), "m" if match.group(2).lower().startswith("m") else "ft")


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
