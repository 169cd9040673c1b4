"""Units of the kitchen and what they hold.

Inside Rheum everything is grams, millilitres, millimetres, metres, Celsius and minutes; this
table is where kitchen units enter. Factors are exact where a standard defines them (US gallon
231 cubic inches, imperial gallon 4.54609 l, avoirdupois pound 453.59237 g: NIST Handbook 44,
UK Weights and Measures Act 1985) and common practice for spoons, pinches and dashes.
"""

from __future__ import annotations

from typing import Final, Literal

Family = Literal["us", "metric", "imperial"]
Kind = Literal["volume", "mass", "count", "length"]

MM_PER_INCH: Final = 25.4
G_PER_OZ: Final = 28.349523125
G_PER_LB: Final = 453.59237
US_CUP_ML: Final = 236.5882365

_US_ML: Final = {
    "tsp": US_CUP_ML / 48,
    "tbsp": US_CUP_ML / 16,
    "fl oz": US_CUP_ML / 8,
    "cup": US_CUP_ML,
    "pint": US_CUP_ML * 2,
    "quart": US_CUP_ML * 4,
    "gallon": US_CUP_ML * 16,
}
_IMPERIAL_ML: Final = {
    "tsp": 5.0,
    "tbsp": 15.0,
    "fl oz": 28.4130625,
    "cup": 284.130625,
    "pint": 568.26125,
    "quart": 1136.5225,
    "gallon": 4546.09,
}
# Metric cooks measure pints and quarts with whatever jug they own; the cup and the spoons differ.
_METRIC_ML: Final = {**_US_ML, "tsp": 5.0, "tbsp": 15.0, "cup": 250.0, "fl oz": 30.0}

_FAMILY_ML: Final[dict[Family, dict[str, float]]] = {
    "us": _US_ML,
    "metric": _METRIC_ML,
    "imperial": _IMPERIAL_ML,
}
_COMMON_ML: Final = {"ml": 1.0, "cl": 10.0, "dl": 100.0, "l": 1000.0, "pinch": 0.31, "dash": 0.62, "drop": 0.05}
_MASS_G: Final = {"mg": 0.001, "g": 1.0, "kg": 1000.0, "oz": G_PER_OZ, "lb": G_PER_LB}
_LENGTH_MM: Final = {"mm": 1.0, "cm": 10.0, "in": MM_PER_INCH}
MINUTES_PER: Final = {
    **dict.fromkeys(("second", "seconds", "sec", "secs", "s"), 1 / 60),
    **dict.fromkeys(("minute", "minutes", "min", "mins"), 1.0),
    **dict.fromkeys(("hour", "hours", "hr", "hrs", "h"), 60.0),
}
# A month as thirty days.
DAYS_PER: Final = {"day": 1.0, "days": 1.0, "week": 7.0, "weeks": 7.0, "month": 30.0, "months": 30.0, "year": 365.0, "years": 365.0}
COUNT_UNITS: Final = frozenset({"each", "clove", "head", "sprig", "bunch", "ear", "stalk", "stick", "leaf", "slice", "handful"})

_SPELLINGS: Final = {
    "tsp": "teaspoon teaspoons teaspoonful teaspoonfuls teasp teasps tsp tsps tspn tspns tsp. t",
    "tbsp": "tablespoon tablespoons tablespoonful tablespoonfuls tablesp tb tbsp tbsps tbspn tbspns tbs tbl tbls tbsp. tbs. tblsp tblsps T",
    "fl oz": "floz",
    "cup": "cup cups cupful cupfuls cp cps c c.",
    "pint": "pint pints pt pts pt.",
    "quart": "quart quarts qt qts qt.",
    "gallon": "gallon gallons gal gals gal.",
    "ml": "ml mls milliliter milliliters millilitre millilitres cc",
    "cl": "cl centilitre centilitres",
    "dl": "dl decilitre decilitres deciliter deciliters",
    "l": "l liter liters litre litres ltr ltrs",
    "pinch": "pinch pinches",
    "dash": "dash dashes",
    "drop": "drop drops",
    "mg": "mg",
    "g": "g gr gram grams gramme grammes gm gms g.",
    "kg": "kg kgs kilo kilos kilogram kilograms kilogrammes",
    "oz": "oz ozs onz ounce ounces oz.",
    "lb": "lb lbs pound pounds pd pds lb. lbs. #",
    "each": "each ea piece pieces whole-each",
    "clove": "clove cloves",
    "head": "head heads hd hds",
    "sprig": "sprig sprigs",
    "bunch": "bunch bunches",
    "ear": "ear ears cob cobs",
    "stalk": "stalk stalks rib ribs",
    "stick": "stick sticks",
    "leaf": "leaf leaves",
    "slice": "slice slices",
    "handful": "handful handfuls",
    "mm": "mm millimetre millimetres millimeter millimeters",
    "cm": "cm centimetre centimetres centimeter centimeters",
    "in": 'in inch inches in. " ″ ”',
}
_BY_SPELLING: Final = {word: unit for unit, words in _SPELLINGS.items() for word in words.split()}


def unit_named(word: str) -> str | None:
    """The unit a word stands for, or None. A capital T is a tablespoon, a small t a teaspoon."""
    return _BY_SPELLING.get(word) or _BY_SPELLING.get(word.lower())


def kind_of(unit: str) -> Kind:
    """Whether a unit measures volume, mass, length or a count."""
    if unit in _MASS_G:
        return "mass"
    if unit in _US_ML or unit in _COMMON_ML:
        return "volume"
    if unit in _LENGTH_MM:
        return "length"
    return "count"


def differs_by_country(unit: str) -> bool:
    """True for cups, pints and their like, whose size depends on where the recipe was written."""
    return unit in _US_ML


def ml_per(unit: str, family: Family) -> float:
    """Millilitres in one volume unit of a family of measures. KeyError for what is no volume."""
    return _COMMON_ML[unit] if unit in _COMMON_ML else _FAMILY_ML[family][unit]


def g_per(unit: str) -> float:
    """Grams in one mass unit. KeyError for what is no mass."""
    return _MASS_G[unit]


def mm_per(unit: str) -> float:
    """Millimetres in one length unit. KeyError for what is no length."""
    return _LENGTH_MM[unit]
