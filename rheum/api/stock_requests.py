"""What may be asked about what is on hand: bottles, jars, lids, canners, pantry, the scale."""

from __future__ import annotations

from pydantic import Field

from rheum.api.amounts import Grams, Litres, Millilitres, Millimetres
from rheum.api.requests import StrictRequest
from rheum.core.facts.circumstances import CannerMethod
from rheum.core.facts.jars import Mouth
from rheum.core.measures.heat import Fuel
from rheum.devices.scale import ScaleUnit


class BottleIn(StrictRequest):
    """A bottle of vinegar. The screen makes the id."""

    id: str = Field(min_length=8, max_length=64)
    kind: str
    name: str = Field(default="", max_length=60)
    label: float
    left_ml: Millilitres
    lot: str = Field(default="", max_length=40)
    opened: str | None = None
    price: float | None = None
    size_ml: Millilitres | None = None


class TitrationIn(StrictRequest):
    """Readings of a titration of one bottle."""

    readings: list[float] = Field(min_length=1, max_length=20)
    normality: float
    sample_ml: float


class OwnJarIn(StrictRequest):
    """A jar of one's own: empty and full of water on the scale, and by ruler."""

    id: str = Field(min_length=8, max_length=64)
    title: str = Field(min_length=1, max_length=40)
    empty_g: Grams
    full_g: Grams
    depth_mm: Millimetres
    mouth_mm: Millimetres
    body_mm: Millimetres


class CountIn(StrictRequest):
    """How many there are."""

    count: int = Field(ge=0, le=10_000)


class LidsIn(CountIn):
    """A lot of new lids."""

    id: str = Field(min_length=8, max_length=64)
    mouth: Mouth
    lot: str = Field(min_length=1, max_length=40)


class CannerIn(StrictRequest):
    """A canner: what it holds of each size, its inside, its burner."""

    id: str = Field(min_length=8, max_length=64)
    title: str = Field(min_length=1, max_length=40)
    kind: CannerMethod
    holds: dict[str, int]
    depth_mm: Millimetres
    width_mm: Millimetres
    watts: float
    fuel: Fuel
    water_l: Litres | None = None


class TrimIn(StrictRequest):
    """What a basket came to after trimming."""

    id: str = Field(min_length=8, max_length=64)
    name: str = Field(min_length=2, max_length=60)
    bought_g: Grams
    usable_g: Grams


class PantryIn(StrictRequest):
    """What lies there, one thing to a line."""

    text: str = Field(max_length=20_000)


class PutIn(StrictRequest):
    """What is laid on the simulated scale, grams in all."""

    grams: float


class UnitIn(StrictRequest):
    """The unit that the scale shows."""

    unit: ScaleUnit
