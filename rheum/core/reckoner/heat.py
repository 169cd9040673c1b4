"""Where water boils, how long to the boil, what a steam canner boils away; sterilising and sanitising."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final, Literal

from rheum.core.facts.bands import CHART_ENDS_FT, STEAM_CAP_MINUTES, sterilise_minutes
from rheum.core.measures.altitude import (
    Altitude,
    AltitudeError,
    altitude,
    boiling_point_c,
    height_of_pressure,
    height_of_reading,
    pressure_pa,
    read_height,
)
from rheum.core.measures.heat import EFFICIENCY, FOOD_KJ, WATER_KJ, boil_off_l
from rheum.core.measures.units import US_CUP_ML
from rheum.core.reckoner.answers import Answer, Gauge, Part, ReckonError, above

# 2 tsp of plain bleach to a gallon of water (common practice).
BLEACH_ML_PER_L: Final = 2 * US_CUP_ML / 48 / (US_CUP_ML * 16 / 1000)


@dataclass(frozen=True, slots=True)
class Boiling:
    """The boiling point at a height; or, from a thermometer in boiling water or a pressure, the height it stands for."""

    sum: Literal["boiling"]
    # As it is written, or a plain figure.
    height: str | float | None = None
    unit: Literal["m", "ft"] = "m"
    reading_c: float | None = None
    pressure_hpa: float | None = None


def _height(value: str | float, unit: Literal["m", "ft"]) -> Altitude:
    try:
        return read_height(value, unit) if isinstance(value, str) else altitude(value, unit)
    except AltitudeError as error:
        raise ReckonError("height", str(error)) from None


def _by_pressure(hpa: float) -> Answer:
    if not 650 <= hpa <= 1090:
        raise ReckonError(
            "pressure_hpa", "The air in a kitchen presses with 650 to 1,090 hPa: the pressure where it stands, not brought to sea level."
        )
    metres = height_of_pressure(hpa)
    point = boiling_point_c(metres)
    return Answer(
        f"At {hpa:.0f} hPa water boils at {_degrees(point)}, as at about {metres:.0f} m ({metres / 0.3048:,.0f} ft).",
        (
            f"height: (1 − ({hpa:.0f} / 1013.25)^(1/5.25588)) / 2.25577e-5 = {metres:.0f} m",
            f"saturation at that pressure: {point:.2f} °C",
        ),
        gauge=Gauge(low=88, high=101, value=point, says=f"{point:.1f} °C", line=100.0, line_says="100 °C"),
        mind="A weather report gives the pressure brought to sea level: use a barometer in the kitchen. Never let it lower the band that the map gives.",
        source="ISO 2533; IAPWS-IF97",
    )


def _degrees(celsius: float) -> str:
    return f"{celsius:.1f} °C ({celsius * 9 / 5 + 32:.1f} °F)"


def boiling(asked: Boiling) -> Answer:
    """International Standard Atmosphere (ISO 2533) and IAPWS-IF97, forwards and backwards."""
    if asked.pressure_hpa is not None:
        return _by_pressure(asked.pressure_hpa)
    if asked.reading_c is not None:
        if not 70 <= asked.reading_c <= 101.4:
            raise ReckonError("reading_c", "Boiling water in a kitchen is between 70 and 101 °C. Read the thermometer again.")
        metres = height_of_reading(asked.reading_c)
        return Answer(
            f"Boiling at {_degrees(asked.reading_c)} stands for about {metres:.0f} m ({metres / 0.3048:,.0f} ft).",
            (f"pressure there: {pressure_pa(metres) / 100:.0f} hPa", "weather moves it by a few hundred feet"),
            gauge=Gauge(low=0, high=3048, value=max(0.0, metres), says=f"{metres:.0f} m", line=1000 * 0.3048, line_says="1,000 ft"),
            mind="Never let a thermometer lower the band that the map gives.",
            source="ISO 2533; IAPWS-IF97",
        )
    if asked.height is None:
        raise ReckonError("height", "Write a height, a reading of boiling water, or a pressure.")
    height = _height(asked.height, asked.unit)
    metres = float(height.metres)
    point = boiling_point_c(metres)
    return Answer(
        f"At {height} water boils at {_degrees(point)}.",
        (
            f"pressure: 1013.25 hPa × (1 − 2.25577e-5 × {metres:.0f})^5.25588 = {pressure_pa(metres) / 100:.0f} hPa",
            f"saturation at that pressure: {point:.2f} °C",
        ),
        gauge=Gauge(low=88, high=101, value=point, says=f"{point:.1f} °C", line=100.0, line_says="100 °C"),
        source="ISO 2533; IAPWS-IF97",
    )


@dataclass(frozen=True, slots=True)
class Sterilise:
    """Minutes of boiling that sterilise empty jars at a height."""

    sum: Literal["sterilise"]
    height: str | float
    unit: Literal["m", "ft"] = "m"


def sterilise(asked: Sterilise) -> Answer:
    """10 minutes, and 1 for each 1,000 ft or part above 1,000 ft (USDA Guide 1, from memory)."""
    height = _height(asked.height, asked.unit)
    if height.feet > CHART_ENDS_FT:
        raise ReckonError("height", "The tables end at 10,000 ft: Rheum gives no figure above it.")
    minutes = sterilise_minutes(height)
    return Answer(
        f"{minutes} minutes in boiling water at {height}.",
        ("10 minutes up to 1,000 ft", f"{float(height.feet):,.0f} ft: {minutes - 10} more, 1 for each 1,000 ft or part above 1,000"),
        gauge=Gauge(low=0, high=20, value=minutes, says=f"{minutes} min", line=10, line_says="sea level"),
        mind="Needed where processing is under 10 minutes; clean hot jars do otherwise.",
        source="USDA Complete Guide, Guide 1 (from memory)",
    )


@dataclass(frozen=True, slots=True)
class TimeToBoil:
    """Water and full jars in a canner on a burner: minutes to the boil."""

    sum: Literal["to-boil"]
    water_l: float
    food_kg: float
    start_c: float
    watts: float
    fuel: Literal["gas", "electric", "induction"]
    height: str | float = 0.0
    unit: Literal["m", "ft"] = "m"


def to_boil(asked: TimeToBoil) -> Answer:
    """Heat of water and jars over the burner's, by its usual efficiency; no loss to the air is counted."""
    water, watts = above("water_l", asked.water_l, "The water", 200), above("watts", asked.watts, "The burner", 20_000)
    if not 0 <= asked.food_kg <= 100:
        raise ReckonError("food_kg", "The jars with their food weigh between 0 and 100 kg.")
    point = boiling_point_c(float(_height(asked.height, asked.unit).metres))
    if not -1 < asked.start_c < point:
        raise ReckonError("start_c", f"The water begins between 0 °C and the boil at {point:.1f} °C.")
    rise = point - asked.start_c
    heat = (water * WATER_KJ + asked.food_kg * FOOD_KJ) * rise
    power = watts * EFFICIENCY[asked.fuel] / 1000
    minutes = heat / power / 60
    share = water * WATER_KJ / (water * WATER_KJ + asked.food_kg * FOOD_KJ)
    return Answer(
        f"About {minutes:.0f} minutes to the boil at {point:.1f} °C.",
        (
            f"heat: ({water:g} l × 4.186 + {asked.food_kg:g} kg × 2.9) × {rise:.1f} °C = {heat:,.0f} kJ",
            f"burner: {watts:g} W × {EFFICIENCY[asked.fuel]:g} = {power:.2f} kW",
        ),
        (
            Part("into the water", f"{heat * share:,.0f} kJ", share),
            *((Part("into the jars", f"{heat * (1 - share):,.0f} kJ", 1 - share),) if asked.food_kg else ()),
        ),
        mind="With the lid on. Your own burner will teach you better.",
    )


@dataclass(frozen=True, slots=True)
class SteamWater:
    """Water that a steam canner boils away in its minutes."""

    sum: Literal["steam"]
    minutes: float
    watts: float
    fuel: Literal["gas", "electric", "induction"]
    water_l: float = 2.0


def steam_water(asked: SteamWater) -> Answer:
    """Vapour at a full boil: burner × efficiency / 2257 kJ a kg; never over 45 minutes in all."""
    minutes, watts = above("minutes", asked.minutes, "The time", 600), above("watts", asked.watts, "The burner", 20_000)
    water = above("water_l", asked.water_l, "The water", 20)
    if minutes > STEAM_CAP_MINUTES:
        raise ReckonError("minutes", f"A steam canner is never run over {STEAM_CAP_MINUTES} minutes: use the water bath.")
    gone = boil_off_l(watts, EFFICIENCY[asked.fuel], minutes)
    left = water - gone
    mind = (
        "Turn the burner down to a steady column of steam: at this heat it boils dry."
        if left <= 0
        else "Never open it to look: time from zero if the steam falters."
    )
    return Answer(
        f"{gone:.1f} l of the {water:g} l boil away at full heat" + ("." if left > 0 else ": too little."),
        (f"{watts:g} W × {EFFICIENCY[asked.fuel]:g} × {minutes:g} min × 60 / 2257 kJ = {gone:.2f} l",),
        gauge=Gauge(low=0, high=max(3.0, gone), value=gone, says=f"{gone:.1f} l", line=water, line_says=f"{water:g} l"),
        mind=mind,
    )


@dataclass(frozen=True, slots=True)
class Sanitiser:
    """Plain bleach to a volume of water, for boards and worktops."""

    sum: Literal["sanitiser"]
    water_l: float


def sanitiser(asked: Sanitiser) -> Answer:
    """2 tsp of plain bleach to a gallon, 1/2 tsp to a quart."""
    water = above("water_l", asked.water_l, "The water", 100)
    bleach = water * BLEACH_ML_PER_L
    return Answer(
        f"{bleach:.1f} ml of plain bleach in {water:g} l of water ({bleach / (US_CUP_ML / 48):.2g} tsp).",
        (f"2 tsp to a gallon is {BLEACH_ML_PER_L:.2f} ml to a litre", f"{water:g} l × {BLEACH_ML_PER_L:.2f} = {bleach:.1f} ml"),
        (Part("bleach", f"{bleach:.1f} ml", BLEACH_ML_PER_L / 1000), Part("water", f"{water:g} l", 1 - BLEACH_ML_PER_L / 1000)),
        mind="For surfaces, never for food or jars. Made fresh each day; never with vinegar or any other acid.",
    )
