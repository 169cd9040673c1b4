"""The small sums of the work, each on its own with its working: a result in a sentence, the steps, and what a picture shows.

Each sum is a frozen dataclass of what goes in; `reckon` gives its answer. ReckonError carries a sentence for what cannot be.
"""

from __future__ import annotations

import math
import statistics
from dataclasses import dataclass
from typing import Final, Literal

from rheum.core.acidity import CANNING_STRENGTH, FOOD_LIMIT, parts_to_reach, strength_by_titration
from rheum.core.altitude import CHART_ENDS_FT, Altitude, AltitudeError, altitude, boiling_point_c, pressure_pa, sterilise_minutes
from rheum.core.jars import Jar
from rheum.core.library import Library
from rheum.core.measuring import bulk
from rheum.core.process import STEAM_CAP_MINUTES
from rheum.core.reading_lines import LineUnread, read_ingredient
from rheum.core.saying import grams, ml, percent
from rheum.core.units import US_CUP_ML

_MOST: Final = 1_000_000.0
# Part of the heat that reaches the water (common practice).
EFFICIENCY: Final = {"gas": 0.4, "electric": 0.7, "induction": 0.8}
WATER_KJ: Final = 4.186
FOOD_KJ: Final = 2.9
VAPOUR_KJ_PER_KG: Final = 2257.0
# 2 tsp of plain bleach to a gallon of water (common practice).
BLEACH_ML_PER_L: Final = 2 * US_CUP_ML / 48 / (US_CUP_ML * 16 / 1000)
# Two readings of a home titration agree to about this part of a drop count (own pick): the least uncertainty shown.
_LEAST_UNCERTAINTY: Final = 0.05
_STEAM_CANNER_L: Final = (2.0, 3.0)


class ReckonError(ValueError):
    """A figure that cannot be reckoned with: `field` names it, the message says what to write."""

    def __init__(self, field: str, message: str) -> None:
        super().__init__(message)
        self.field = field


@dataclass(frozen=True, slots=True)
class Part:
    """One layer of a drawn jug or bar: what it is, how much of it in words, and its share of the whole."""

    name: str
    says: str
    share: float


@dataclass(frozen=True, slots=True)
class Gauge:
    """A ruler with a mark: from, to, where the mark stands, and a line it is held against."""

    low: float
    high: float
    value: float
    says: str
    line: float | None = None
    line_says: str = ""


@dataclass(frozen=True, slots=True)
class Answer:
    """What a sum comes to: the sentence, the working, a picture of parts or of a gauge, what to mind, and the source."""

    says: str
    working: tuple[str, ...]
    parts: tuple[Part, ...] = ()
    gauge: Gauge | None = None
    mind: str | None = None
    source: str = "common practice"


def _above(field: str, value: float, what: str, most: float = _MOST) -> float:
    if not math.isfinite(value) or value <= 0:
        raise ReckonError(field, f"{what} must be above zero.")
    if value > most:
        raise ReckonError(field, f"{what} of {value:g} is more than any kitchen has. Check the figure.")
    return value


# --- vinegar ------------------------------------------------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class Blend:
    """Two strengths to a third: how much of each for a volume. A weak strength of 0 is water."""

    sum: Literal["blend"]
    strong: float
    weak: float
    target: float
    total_ml: float


def blend(asked: Blend) -> Answer:
    """Pearson's square, exact for w/v strengths that mix without shrinking."""
    _above("strong", asked.strong, "The stronger one")
    if asked.strong > FOOD_LIMIT:
        raise ReckonError("strong", f"A vinegar over {FOOD_LIMIT:g} % is not sold as food. Use one for the table.")
    if asked.weak < 0:
        raise ReckonError("weak", "A strength cannot be below zero; water is 0 %.")
    total = _above("total_ml", asked.total_ml, "The volume")
    found = parts_to_reach(asked.target, asked.strong, asked.weak)
    if found is None:
        raise ReckonError(
            "target",
            f"{percent(asked.target)} does not lie between {percent(asked.weak)} and {percent(asked.strong)}: no blend of the two comes to it. "
            "Choose a stronger vinegar.",
        )
    one, other = found
    strong = total * one / (one + other)
    words = "water" if asked.weak == 0 else f"the {percent(asked.weak)} one"
    mind = None if asked.target >= CANNING_STRENGTH else "Under 5 % is for the refrigerator: no tested shelf recipe has it."
    return Answer(
        f"{ml(strong)} of the {percent(asked.strong)} one and {ml(total - strong)} of {words} make {ml(total)} of {percent(asked.target)}.",
        (
            f"parts of the strong: {asked.target:g} − {asked.weak:g} = {one:g}",
            f"parts of the weak: {asked.strong:g} − {asked.target:g} = {other:g}",
            f"strong: {total:.0f} ml × {one:g} / {one + other:g} = {strong:.0f} ml",
        ),
        (
            Part(percent(asked.strong), ml(strong), strong / total),
            Part("water" if asked.weak == 0 else percent(asked.weak), ml(total - strong), 1 - strong / total),
        ),
        mind=mind,
        source="Pearson's square",
    )


@dataclass(frozen=True, slots=True)
class Titration:
    """Readings of a titration in ml of sodium hydroxide, its normality, the sample in ml, and the label's per cent."""

    sum: Literal["titration"]
    readings: tuple[float, ...]
    normality: float
    sample_ml: float
    label: float | None = None


def titration(asked: Titration) -> Answer:
    """Strength from readings, with the spread of the mean (two standard errors). A strength measured below the label counts;
    one above does not."""
    if not asked.readings:
        raise ReckonError("readings", "Write at least one reading in millilitres; three are better.")
    for value in asked.readings:
        _above("readings", value, "Each reading", 1000)
    normality, sample = _above("normality", asked.normality, "The normality", 20), _above("sample_ml", asked.sample_ml, "The sample", 1000)
    found = [strength_by_titration(value, normality, sample) for value in asked.readings]
    mean = statistics.fmean(found)
    spread = 2 * statistics.stdev(found) / math.sqrt(len(found)) if len(found) > 1 else mean * _LEAST_UNCERTAINTY
    spread = max(spread, mean * 0.005)
    counted = mean if asked.label is None else min(mean, asked.label)
    mind = None
    if mean > FOOD_LIMIT:
        mind = "Over 10 % is no vinegar for food, or a figure is wrong. Measure again."
    elif asked.label is not None and mean < asked.label:
        mind = f"Measured below its label: count {percent(round(mean, 2))}."
    elif asked.label is not None:
        mind = f"Measured at or above its label: count the label's {percent(asked.label)}. A meter lowers a verdict, and never lifts it."
    if counted < CANNING_STRENGTH:
        mind = f"{mind or ''} Under 5 %: not for a tested shelf recipe.".strip()
    return Answer(
        f"{mean:.2f} % acetic acid, give or take {spread:.2f}.",
        tuple(
            f"{value:g} ml × {normality:g} × 6.005 / {sample:g} ml = {one:.2f} %" for value, one in zip(asked.readings, found, strict=True)
        ),
        gauge=Gauge(0, max(10.0, mean), mean, f"{mean:.2f} %", CANNING_STRENGTH, "5 %"),
        mind=mind,
        source="acetic acid 60.05 g/mol, one NaOH to each",
    )


@dataclass(frozen=True, slots=True)
class Brine:
    """Vinegar with its strength, water and salt: acid and salt per cent."""

    sum: Literal["brine"]
    vinegar_ml: float
    strength: float
    water_ml: float
    salt_g: float


def brine(asked: Brine) -> Answer:
    """Acid and salt as grams in 100 ml of the liquids (w/v)."""
    vinegar = _above("vinegar_ml", asked.vinegar_ml, "The vinegar")
    if min(asked.water_ml, asked.salt_g) < 0:
        raise ReckonError("water_ml", "Water and salt cannot be below zero.")
    strength = _above("strength", asked.strength, "The strength", FOOD_LIMIT)
    whole = vinegar + asked.water_ml
    acid, salt = vinegar * strength / whole, asked.salt_g / whole * 100
    return Answer(
        f"The brine is {percent(round(acid, 2))} acid and {percent(round(salt, 2))} salt.",
        (
            f"acid: {vinegar:.0f} ml × {strength:g} % / {whole:.0f} ml = {acid:.2f} %",
            f"salt: {asked.salt_g:.0f} g / {whole:.0f} ml = {salt:.2f} %",
        ),
        (
            Part("vinegar", ml(vinegar), vinegar / whole),
            *((Part("water", ml(asked.water_ml), asked.water_ml / whole),) if asked.water_ml else ()),
        ),
        mind="Whether that is enough is the formula's to say: ask at the Bench.",
    )


# --- measures -----------------------------------------------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class SaltForSalt:
    """So many cups of one salt as another, by weight. Names are ingredient ids."""

    sum: Literal["salt"]
    cups: float
    given: str
    wanted: str


def salt_for_salt(asked: SaltForSalt, library: Library) -> Answer:
    """Weight for weight: a cup of flakes holds far less salt than a cup of fine grains."""
    cups = _above("cups", asked.cups, "The amount", 1000)
    for field, name in (("given", asked.given), ("wanted", asked.wanted)):
        item = library.catalogue.by_id.get(name)
        if item is None or item.role.role != "salt" or not item.g_per_cup:
            raise ReckonError(field, "Choose a salt from the list.")
    one, other = library.catalogue[asked.given], library.catalogue[asked.wanted]
    weight = cups * (one.g_per_cup or 0)
    volume = weight / (other.g_per_cup or 1)
    return Answer(
        f"{grams(weight)}: that is {ml(volume * US_CUP_ML)} of {other.name}.",
        (f"{cups:g} cups × {one.g_per_cup:g} g = {weight:.0f} g", f"{weight:.0f} g / {other.g_per_cup:g} g a cup = {volume:.2f} cups"),
        (Part(one.name, f"{cups:g} cups", cups / (cups + volume)), Part(other.name, f"{volume:.2f} cups", volume / (cups + volume))),
        mind="Weigh it: spoons of one kind differ too.",
    )


def _middle(pair: tuple[float, float]) -> float:
    return sum(pair) / 2


@dataclass(frozen=True, slots=True)
class Convert:
    """An amount as a person writes it, in every other measure: `4 cups green beans`."""

    sum: Literal["convert"]
    text: str


def convert(asked: Convert, library: Library) -> Answer:
    """Grams as bought and as prepared, millilitres, cups and pieces."""
    try:
        line = read_ingredient(asked.text, 1, "jar", library.catalogue)
    except LineUnread as reason:
        raise ReckonError("text", str(reason)) from None
    found = bulk(line.amount, line.ingredient, line.prepared, "us", line.size) if line.amount else None
    if line.amount is None or found is None:
        raise ReckonError("text", f"What one {line.ingredient.name} weighs is not known. Write cups, grams or pounds.")
    item = line.ingredient
    lines = [f"as bought: {grams(_middle(found.bought))}", f"trimmed: {grams(_middle(found.grams))} ({item.edible * 100:.0f} % is left)"]
    if found.ml:
        lines.append(f"prepared: {ml(_middle(found.ml))}, at {item.g_per_cup:g} g a cup")
    if item.each_g:
        lines.append(f"pieces: about {_middle(found.bought) / item.each_g:.0f}, at {item.each_g:g} g each")
    left = _middle(found.grams) / _middle(found.bought)
    return Answer(
        f"{asked.text.strip()}: {grams(_middle(found.bought))} as bought, {grams(_middle(found.grams))} in the jar.",
        tuple(lines),
        (
            Part("in the jar", grams(_middle(found.grams)), left),
            Part("trimmed off", grams(_middle(found.bought) - _middle(found.grams)), 1 - left),
        ),
        mind="A piece is a usual one: weigh yours.",
    )


# --- heat and height ----------------------------------------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class Boiling:
    """The boiling point at a height, or, from a thermometer in boiling water, the height it stands for."""

    sum: Literal["boiling"]
    height: float | None = None
    unit: Literal["m", "ft"] = "m"
    reading_c: float | None = None


def _height(value: float, unit: Literal["m", "ft"]) -> Altitude:
    try:
        return altitude(repr(value), unit)
    except AltitudeError as error:
        raise ReckonError("height", str(error)) from None


def height_of_reading(celsius: float) -> float:
    """Metres at which water boils at a temperature (standard air), by halving; between -430 and 8849 m."""
    low, high = -430.0, 8849.0
    for _ in range(60):
        middle = (low + high) / 2
        low, high = (middle, high) if boiling_point_c(middle) > celsius else (low, middle)
    return (low + high) / 2


def boiling(asked: Boiling) -> Answer:
    """International Standard Atmosphere (ISO 2533) and IAPWS-IF97, forwards and backwards."""
    if asked.reading_c is not None:
        if not 70 <= asked.reading_c <= 101.4:
            raise ReckonError("reading_c", "Boiling water in a kitchen is between 70 and 101 °C. Read the thermometer again.")
        metres = height_of_reading(asked.reading_c)
        return Answer(
            f"Boiling at {asked.reading_c:.1f} °C stands for about {metres:.0f} m ({metres / 0.3048:,.0f} ft).",
            (f"pressure there: {pressure_pa(metres) / 100:.0f} hPa", "weather moves it by a few hundred feet"),
            gauge=Gauge(0, 3048, max(0.0, metres), f"{metres:.0f} m", 1000 * 0.3048, "1,000 ft"),
            mind="Never let a thermometer lower the band that the map gives.",
            source="ISO 2533; IAPWS-IF97",
        )
    if asked.height is None:
        raise ReckonError("height", "Write a height, or a reading of boiling water.")
    height = _height(asked.height, asked.unit)
    metres = float(height.metres)
    point = boiling_point_c(metres)
    return Answer(
        f"At {height} water boils at {point:.1f} °C.",
        (
            f"pressure: 1013.25 hPa × (1 − 2.25577e-5 × {metres:.0f})^5.25588 = {pressure_pa(metres) / 100:.0f} hPa",
            f"saturation at that pressure: {point:.2f} °C",
        ),
        gauge=Gauge(88, 101, point, f"{point:.1f} °C", 100.0, "100 °C"),
        source="ISO 2533; IAPWS-IF97",
    )


@dataclass(frozen=True, slots=True)
class Sterilise:
    """Minutes of boiling that sterilise empty jars at a height."""

    sum: Literal["sterilise"]
    height: float
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
        gauge=Gauge(0, 20, minutes, f"{minutes} min", 10, "sea level"),
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
    height: float = 0.0
    unit: Literal["m", "ft"] = "m"


def to_boil(asked: TimeToBoil) -> Answer:
    """Heat of water and jars over the burner's, by its usual efficiency; no loss to the air is counted."""
    water, watts = _above("water_l", asked.water_l, "The water", 200), _above("watts", asked.watts, "The burner", 20_000)
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
    minutes, watts = _above("minutes", asked.minutes, "The time", 600), _above("watts", asked.watts, "The burner", 20_000)
    water = _above("water_l", asked.water_l, "The water", 20)
    if minutes > STEAM_CAP_MINUTES:
        raise ReckonError("minutes", f"A steam canner is never run over {STEAM_CAP_MINUTES} minutes: use the water bath.")
    gone = watts * EFFICIENCY[asked.fuel] / 1000 * minutes * 60 / VAPOUR_KJ_PER_KG
    left = water - gone
    mind = (
        "Turn the burner down to a steady column of steam: at this heat it boils dry."
        if left <= 0
        else "Never open it to look: time from zero if the steam falters."
    )
    return Answer(
        f"{gone:.1f} l of the {water:g} l boil away at full heat" + ("." if left > 0 else ": too little."),
        (f"{watts:g} W × {EFFICIENCY[asked.fuel]:g} × {minutes:g} min × 60 / 2257 kJ = {gone:.2f} l",),
        gauge=Gauge(0, max(3.0, gone), gone, f"{gone:.1f} l", water, f"{water:g} l"),
        mind=mind,
    )


@dataclass(frozen=True, slots=True)
class Sanitiser:
    """Plain bleach to a volume of water, for boards and worktops."""

    sum: Literal["sanitiser"]
    water_l: float


def sanitiser(asked: Sanitiser) -> Answer:
    """2 tsp of plain bleach to a gallon, 1/2 tsp to a quart."""
    water = _above("water_l", asked.water_l, "The water", 100)
    bleach = water * BLEACH_ML_PER_L
    return Answer(
        f"{bleach:.1f} ml of plain bleach in {water:g} l of water ({bleach / (US_CUP_ML / 48):.2g} tsp).",
        (f"2 tsp to a gallon is {BLEACH_ML_PER_L:.2f} ml to a litre", f"{water:g} l × {BLEACH_ML_PER_L:.2f} = {bleach:.1f} ml"),
        (Part("bleach", f"{bleach:.1f} ml", BLEACH_ML_PER_L / 1000), Part("water", f"{water:g} l", 1 - BLEACH_ML_PER_L / 1000)),
        mind="For surfaces, never for food or jars. Made fresh each day; never with vinegar or any other acid.",
    )


# --- jars ---------------------------------------------------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class JarsFor:
    """How many jars a volume fills."""

    sum: Literal["jars"]
    volume_ml: float
    jar: str
    headspace_mm: float = 12.7


def room_ml(jar: Jar, headspace_mm: float) -> float:
    """Millilitres a jar takes under its headspace: the brim less a disc of its mouth. ReckonError where nothing is left."""
    if not 0 <= headspace_mm < jar.depth_mm:
        raise ReckonError("headspace_mm", f"A {jar.title} jar is {jar.depth_mm:.0f} mm deep inside: its headspace must be less.")
    return jar.volume_ml - math.pi * (jar.mouth_mm / 2) ** 2 * headspace_mm / 1000


def jars_for(asked: JarsFor, library: Library) -> Answer:
    """Full jars, and the part jar that goes to the refrigerator."""
    volume = _above("volume_ml", asked.volume_ml, "The volume")
    jar = library.jars.get(asked.jar)
    if jar is None:
        raise ReckonError("jar", "Choose a jar from the list.")
    room = room_ml(jar, asked.headspace_mm)
    full, rest = divmod(volume, room)
    if room - rest < room * 0.005:
        full, rest = full + 1, 0.0
    part = f", and {ml(rest)} over for the refrigerator" if rest >= 5 else ""
    return Answer(
        f"{full:.0f} full {jar.title} jars{part}." if full else f"Not one full {jar.title} jar: {ml(rest)}, for the refrigerator.",
        (
            f"room under the headspace: {jar.volume_ml:.0f} ml − mouth × {asked.headspace_mm:.0f} mm = {room:.0f} ml",
            f"{volume:.0f} ml / {room:.0f} ml = {volume / room:.2f}",
        ),
        (
            Part("full jars", f"{full:.0f} × {room:.0f} ml", full * room / volume),
            *((Part("over", ml(rest), rest / volume),) if rest >= 5 else ()),
        ),
        mind="Keep one clean jar more than planned.",
    )


@dataclass(frozen=True, slots=True)
class Pieces:
    """Upright pieces in a jar: how long to cut them, and how many stand in it."""

    sum: Literal["pieces"]
    jar: str
    thick_mm: float
    headspace_mm: float = 12.7


def pieces(asked: Pieces, library: Library) -> Answer:
    """Cut to the inside depth less headspace and a finger of brine over the tips; round pieces fill about three quarters of a floor."""
    jar = library.jars.get(asked.jar)
    if jar is None:
        raise ReckonError("jar", "Choose a jar from the list.")
    thick = _above("thick_mm", asked.thick_mm, "The thickness", 200)
    room_ml(jar, asked.headspace_mm)
    if thick > jar.mouth_mm:
        raise ReckonError("thick_mm", f"A piece of {thick:g} mm does not go through a mouth of {jar.mouth_mm:.0f} mm. Cut it thinner.")
    length = jar.depth_mm - asked.headspace_mm - _OVER_THE_TIPS_MM
    if length <= 0:
        raise ReckonError("headspace_mm", "There is no room left for a piece under this headspace.")
    count = math.floor(_FLOOR_FILLED * (jar.body_mm / thick) ** 2)
    return Answer(
        f"Cut to {length:.0f} mm ({length / 25.4:.1f} in); about {max(1, count)} stand in a {jar.title} jar.",
        (
            f"{jar.depth_mm:.0f} mm deep − {asked.headspace_mm:.0f} mm of headspace − {_OVER_THE_TIPS_MM:.0f} mm of brine over the tips = {length:.0f} mm",
            f"three quarters of the floor: 0.75 × ({jar.body_mm:.0f} / {thick:g})² = {count}",
        ),
        gauge=Gauge(0, jar.depth_mm, length, f"{length:.0f} mm", jar.depth_mm - asked.headspace_mm, "headspace"),
        mind="Pack snugly, not tightly: brine has to pass between.",
    )


_OVER_THE_TIPS_MM: Final = 3.0
_FLOOR_FILLED: Final = 0.75

Sum = Blend | Titration | Brine | SaltForSalt | Convert | Boiling | Sterilise | TimeToBoil | SteamWater | Sanitiser | JarsFor | Pieces


def reckon(asked: Sum, library: Library) -> Answer:
    """The answer to any of the sums. ReckonError with a sentence for what cannot be."""
    match asked:
        case Blend():
            return blend(asked)
        case Titration():
            return titration(asked)
        case Brine():
            return brine(asked)
        case SaltForSalt():
            return salt_for_salt(asked, library)
        case Convert():
            return convert(asked, library)
        case Boiling():
            return boiling(asked)
        case Sterilise():
            return sterilise(asked)
        case TimeToBoil():
            return to_boil(asked)
        case SteamWater():
            return steam_water(asked)
        case Sanitiser():
            return sanitiser(asked)
        case JarsFor():
            return jars_for(asked, library)
        case Pieces():
            return pieces(asked, library)
