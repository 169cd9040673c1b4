"""Each answer of the interface, for its document: a view or one of the core's own types, as it is sent."""

from __future__ import annotations

from typing import Any, Generic, TypeVar

from pydantic import ConfigDict, RootModel

from rheum.api.day_shapes import BetterDay, DayNow, DaysView, DayView, KeptDayView, ShoppingView
from rheum.api.jar_shapes import EnteredJars, JarPage, JarsFound, JarsTold, LabelSheets, ShelfView, SignsView, TodayView, Trace, WalkView
from rheum.api.journal_shapes import CopyView, JournalView, LearntView, LookedBack, NextTimeView, PicturesView, PricesView, YearView
from rheum.api.shapes import (
    Alive,
    BatchList,
    BatchView,
    CanMakeView,
    DraftView,
    Entered,
    FormulaList,
    FormulaText,
    Found,
    HeightView,
    JarList,
    KitchenView,
    LookedView,
    Placements,
    RecipeShelf,
    RecipeText,
    RecipeView,
    SaidKinds,
    SecondLooks,
    SheetView,
    StockView,
    StoveView,
    WrittenRecipe,
)
from rheum.core.facts.choices import Choices
from rheum.core.judging.verdict import Verdict
from rheum.core.making.plan import Plan
from rheum.core.reckoner.answers import Answer
from rheum.core.revising.becoming import Becoming
from rheum.core.revising.comparing import Comparison
from rheum.core.work import FormulaPage
from rheum.devices.scale import Reading
from rheum.store.kitchen import Hob

T = TypeVar("T")


class Out(RootModel[T], Generic[T]):
    """An answer. Its document is of what is sent: there a field with a default is there all the same."""

    model_config = ConfigDict(json_schema_serialization_defaults_required=True)

    @classmethod
    def model_json_schema(cls, *args: Any, **more: Any) -> dict[str, Any]:
        return super().model_json_schema(*args, **{**more, "mode": "serialization"})


class VerdictOut(Out[Verdict]):
    pass


class SaidKindsOut(Out[SaidKinds]):
    pass


class SecondLooksOut(Out[SecondLooks]):
    pass


class KitchenOut(Out[KitchenView]):
    pass


class HeightOut(Out[HeightView]):
    pass


class FormulaListOut(Out[FormulaList]):
    pass


class FormulaPageOut(Out[FormulaPage]):
    pass


class FormulaTextOut(Out[FormulaText]):
    pass


class JarListOut(Out[JarList]):
    pass


class BatchOut(Out[BatchView]):
    pass


class BatchListOut(Out[BatchList]):
    pass


class StoveOut(Out[StoveView]):
    pass


class JarsFoundOut(Out[JarsFound]):
    """A page of jars."""


class JarOut(Out[JarPage]):
    """One jar's whole story."""


class JarsToldOut(Out[JarsTold]):
    """What was told of jars."""


class LabelSheetsOut(Out[LabelSheets]):
    """Usual sheets of labels."""


class JarsEnteredOut(Out[EnteredJars]):
    """Jars that were entered."""


class SignsOut(Out[SignsView]):
    """The signs."""


class WalkOut(Out[WalkView]):
    """A question, or an ending."""


class TodayOut(Out[TodayView]):
    """Today."""


class LearntOut(Out[LearntView]):
    """What was learnt."""


class LookedBackOut(Out[LookedBack]):
    """What a batch came to."""


class JournalOut(Out[JournalView]):
    """Batches."""


class NextTimeOut(Out[NextTimeView]):
    """Notes for the next time."""


class CopyOut(Out[CopyView]):
    """What is in a copy."""


class YearOut(Out[YearView]):
    """Twelve months."""


class PicturesOut(Out[PicturesView]):
    """The pictures of a batch."""


class PricesOut(Out[PricesView]):
    """Prices."""


class TraceOut(Out[Trace]):
    """Where something went."""


class DraftOut(Out[DraftView]):
    """A half-filled form."""


class DayOut(Out[DayView]):
    pass


class DayNowOut(Out[DayNow]):
    """A kept day as it goes."""


class BetterDayOut(Out[BetterDay]):
    """Another order of a day."""


class ShoppingOut(Out[ShoppingView]):
    """What is missing for a day."""


class HobOut(Out[Hob]):
    """The kitchen's burners."""


class KeptDayOut(Out[KeptDayView]):
    pass


class DaysOut(Out[DaysView]):
    pass


class ShelfOut(Out[ShelfView]):
    pass


class AliveOut(Out[Alive]):
    pass


class BecomingOut(Out[Becoming]):
    pass


class ComparisonOut(Out[Comparison]):
    pass


class PlacementsOut(Out[Placements]):
    pass


class RecipeTextOut(Out[RecipeText]):
    pass


class WrittenRecipeOut(Out[WrittenRecipe]):
    pass


class RecipeOut(Out[RecipeView]):
    pass


class FoundOut(Out[Found]):
    pass


class RecipeShelfOut(Out[RecipeShelf]):
    pass


class ChoicesOut(Out[Choices]):
    pass


class LookedOut(Out[LookedView]):
    pass


class AnswerOut(Out[Answer]):
    pass


class PlanOut(Out[Plan]):
    pass


class StockOut(Out[StockView]):
    pass


class CanMakeOut(Out[CanMakeView]):
    pass


class ReadingOut(Out[Reading]):
    pass


class SheetOut(Out[SheetView]):
    pass


class EnteredOut(Out[Entered]):
    pass
