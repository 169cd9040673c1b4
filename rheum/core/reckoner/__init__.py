"""The small sums of the work, each on its own with its working: a result in a sentence, the steps, and what a picture shows.

Each sum is a frozen dataclass of what goes in; `reckon` gives its answer. ReckonError carries a sentence for what cannot be.
"""

from __future__ import annotations

from collections.abc import Iterable

from rheum.core.facts.library import Library
from rheum.core.making.stock import TrimRecord
from rheum.core.measures.altitude import height_of_pressure, height_of_reading
from rheum.core.reckoner.answers import Answer, Gauge, Part, ReckonError
from rheum.core.reckoner.canner_water import CannerWater, canner_water
from rheum.core.reckoner.cups_and_grams import Convert, SaltForSalt, TrimLoss, convert, salt_for_salt, trim_loss
from rheum.core.reckoner.heat import (
    Boiling,
    Sanitiser,
    SteamWater,
    Sterilise,
    TimeToBoil,
    boiling,
    sanitiser,
    steam_water,
    sterilise,
    to_boil,
)
from rheum.core.reckoner.jar_room import JarsFor, Pieces, jars_for, pieces, room_ml
from rheum.core.reckoner.vinegar import Blend, Brine, Titration, blend, brine, titration

__all__ = [
    "Answer", "Blend", "Boiling", "Brine", "CannerWater", "Convert", "Gauge", "JarsFor", "Part", "Pieces", "ReckonError", "SaltForSalt", "Sanitiser",
    "SteamWater", "Sterilise", "Sum", "TimeToBoil", "Titration", "TrimLoss", "height_of_pressure", "height_of_reading", "reckon", "room_ml",
]  # fmt: skip

Sum = (
    Blend
    | Titration
    | Brine
    | SaltForSalt
    | Convert
    | TrimLoss
    | Boiling
    | Sterilise
    | TimeToBoil
    | SteamWater
    | Sanitiser
    | CannerWater
    | JarsFor
    | Pieces
)


def reckon(asked: Sum, library: Library, trims: Iterable[TrimRecord] = ()) -> Answer:
    """The answer to any of the sums; `trims`: what the kitchen has recorded. ReckonError with a sentence for what cannot be."""
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
        case TrimLoss():
            return trim_loss(asked, library, trims)
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
        case CannerWater():
            return canner_water(asked, library)
        case JarsFor():
            return jars_for(asked, library)
        case Pieces():
            return pieces(asked, library)
