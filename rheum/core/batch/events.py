"""What can happen to a batch: one dataclass a kind, told apart by `kind`, each with an id made by the screen that sends it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from rheum.core.batch.begun import Step
from rheum.core.batch.moment import Moment
from rheum.core.measures.refused import Refused


class EventRefused(Refused):
    """An event that does not fit the state of the batch; the message says what to do instead."""

    title = "Not now"
    status = 409


@dataclass(frozen=True, slots=True)
class Stepped:
    """A step before the filling is done."""

    id: str
    step: Step
    kind: Literal["step"] = "step"


TaskHow = Literal["begun", "boils", "done", "left-out", "stirred", "later"]


@dataclass(frozen=True, slots=True)
class TaskTold:
    """Something said of a task: begun, its boil reached, done, left out (with a reason), stirred, or not now. `ago_min`: so many minutes before it
    is told; `early`: meant so before its clock is full; `minutes`: for how long it is put off."""

    id: str
    task: str
    how: TaskHow
    ago_min: float = 0.0
    reason: str = ""
    early: bool = False
    minutes: float = 0.0
    kind: Literal["task"] = "task"


@dataclass(frozen=True, slots=True)
class JarIn:
    """One jar is filled, lidded and in the canner. Without a size: the one that is being filled. `elsewhere`: this load goes into another canner
    than the batch was begun with."""

    id: str
    jar: int
    jar_id: str | None = None
    elsewhere: bool = False
    kind: Literal["jar-in"] = "jar-in"


@dataclass(frozen=True, slots=True)
class Filled:
    """The jars are filled and lidded: how many in all, whether a part jar is over, and of several sizes how many of each."""

    id: str
    jars: int
    part_jar: bool = False
    sizes: Mapping[str, int] | None = None
    kind: Literal["filled"] = "filled"


@dataclass(frozen=True, slots=True)
class Loaded:
    """A load is in the canner; `elsewhere`: in another one than the batch was begun with. Where each jar goes in as it is lidded, this is the last
    jar of the load: `jars` how many are in, if not as many as were told one by one; `last`: no food is left for another load; `part_jar`: a
    part jar is over."""

    id: str
    load: int
    elsewhere: bool = False
    jars: int | None = None
    last: bool | None = None
    part_jar: bool = False
    kind: Literal["loaded"] = "loaded"


@dataclass(frozen=True, slots=True)
class Boiling:
    """It boils: the minutes begin."""

    id: str
    load: int
    kind: Literal["boiling"] = "boiling"


@dataclass(frozen=True, slots=True)
class BoiledOn:
    """The person says that it boiled all the while: what the machine slept through, or did not measure, counts."""

    id: str
    load: int
    kind: Literal["boiled-on"] = "boiled-on"


@dataclass(frozen=True, slots=True)
class BoilLost:
    """The boil stopped: the minutes begin again from zero."""

    id: str
    load: int
    kind: Literal["boil-lost"] = "boil-lost"


@dataclass(frozen=True, slots=True)
class HeatOff:
    """The heat is off; `early`: before the minutes were full, and meant so."""

    id: str
    load: int
    early: bool = False
    kind: Literal["heat-off"] = "heat-off"


@dataclass(frozen=True, slots=True)
class Lifted:
    """A load is out of the canner."""

    id: str
    load: int
    kind: Literal["lifted"] = "lifted"


@dataclass(frozen=True, slots=True)
class Sealed:
    """A lid was looked at: whether the jar sealed."""

    id: str
    jar: int
    sealed: bool
    kind: Literal["seal"] = "seal"


@dataclass(frozen=True, slots=True)
class AllSealed:
    """Every one of these lids was looked at, and all are sealed: all sealed but those that were told before."""

    id: str
    jars: tuple[int, ...]
    kind: Literal["seals"] = "seals"


@dataclass(frozen=True, slots=True)
class Again:
    """Jars are made ready to be processed again: rims looked at, new lids on; a load of its own."""

    id: str
    jars: tuple[int, ...]
    kind: Literal["again"] = "again"


@dataclass(frozen=True, slots=True)
class Refrigerated:
    """The jars of a refrigerator batch, or of a load that was never processed, are in the refrigerator. `chilled`: told after a day, the person says
    that they have been there since they were filled."""

    id: str
    load: int | None = None
    chilled: bool = False
    kind: Literal["refrigerated"] = "refrigerated"


@dataclass(frozen=True, slots=True)
class Moved:
    """One jar went to the refrigerator or into the bin. `chilled`: told after a day, the person says that it has been in the refrigerator since."""

    id: str
    jar: int
    to: Literal["fridge", "bin"]
    chilled: bool = False
    kind: Literal["moved"] = "moved"


@dataclass(frozen=True, slots=True)
class Spoiled:
    """One jar shows signs of spoilage: bulging, spurting, leaking, mould, gas, an off smell, cloudiness that was not there."""

    id: str
    jar: int
    kind: Literal["spoiled"] = "spoiled"


@dataclass(frozen=True, slots=True)
class BrineUsed:
    """The first jars are filled: how many, the millilitres of brine that went into them, how many batches of it were mixed."""

    id: str
    jars: int
    used_ml: float
    mixed: float = 1
    kind: Literal["brine"] = "brine"


@dataclass(frozen=True, slots=True)
class PanRead:
    """What cooks down was weighed in its pan (grams), or a marked stick was read (millimetres)."""

    id: str
    start_g: float | None = None
    now_g: float | None = None
    pan_g: float | None = None
    start_mm: float | None = None
    now_mm: float | None = None
    kind: Literal["pan"] = "pan"


@dataclass(frozen=True, slots=True)
class HeightSet:
    """The kitchen's height was put right after the batch was begun: minutes by jar at the new one; without any where Rheum cannot
    tell them. `moved`: the kitchen moved there, so what was processed before was processed right. The server tells this, no screen."""

    id: str
    altitude: str
    minutes: Mapping[str, int]
    moved: bool = False
    kind: Literal["height"] = "height"


@dataclass(frozen=True, slots=True)
class VinegarMeasured:
    """A bottle that this batch drew from was measured below its label, or measured again and found right (`weak` false). The server tells this, no
    screen. `says`: what was found, in words."""

    id: str
    bottle_id: str
    says: str
    weak: bool
    kind: Literal["vinegar"] = "vinegar"


@dataclass(frozen=True, slots=True)
class Chipped:
    """A jar was found chipped or cracked before it was filled: it is out, and the spare takes its place. Without a size: the batch's own."""

    id: str
    jar_id: str | None = None
    kind: Literal["chipped"] = "chipped"


@dataclass(frozen=True, slots=True)
class Broke:
    """A jar of a load broke in the canner."""

    id: str
    load: int
    kind: Literal["broke"] = "broke"


@dataclass(frozen=True, slots=True)
class GivenBack:
    """So much of one thing that a batch took goes back: millilitres of a bottle, else pieces."""

    what: str
    item_id: str
    amount: float


@dataclass(frozen=True, slots=True)
class GivenUp:
    """The batch is given up: what goes back into the stock, and where its filled, unprocessed jars go. `chilled`: told a day after the filling, the
    person says that they have been in the refrigerator since."""

    id: str
    back: tuple[GivenBack, ...] = ()
    jars_to: Literal["fridge", "bin"] | None = None
    chilled: bool = False
    kind: Literal["given-up"] = "given-up"


@dataclass(frozen=True, slots=True)
class Undone:
    """A tap taken back. Taken back late, the person says what the jars did meanwhile. `boiled`: whether it boiled all the while, or all was as if that
    had not been tapped; `stood`: of filling and loading, whether jars stood filled since then."""

    id: str
    of: str
    boiled: bool | None = None
    stood: bool | None = None
    kind: Literal["undo"] = "undo"


JarWhat = Literal[
    "opened", "finished", "emptied", "given", "back", "moved", "noted", "tasted", "missing", "unsealed", "spoiled", "thrown",
    "chilled", "looked", "recalled", "told",
]  # fmt: skip


@dataclass(frozen=True, slots=True)
class Taste:
    """How a jar tasted, in fifths: heat, sour, salt and crunch from 1 to 5; whether it is to be made again; and who says so."""

    heat: int | None = None
    sour: int | None = None
    salt: int | None = None
    crunch: int | None = None
    again: bool | None = None
    by: str = ""


@dataclass(frozen=True, slots=True)
class JarTold:
    """What happened to jars after their seals were checked. `to`: to whom, or where; `note`: in free words; `days`: how long what is opened, or goes
    into the refrigerator, keeps (the shortest where nobody said)."""

    id: str
    jars: tuple[int, ...]
    what: JarWhat
    to: str = ""
    note: str = ""
    days: int = 7
    taste: Taste | None = None
    kind: Literal["jar"] = "jar"


@dataclass(frozen=True, slots=True)
class NextTime:
    """What to change next time this is made; "" takes it away."""

    id: str
    note: str
    kind: Literal["next-time"] = "next-time"


Happening = (
    Stepped
    | TaskTold
    | JarIn
    | Filled
    | Loaded
    | Boiling
    | BoiledOn
    | BoilLost
    | HeatOff
    | Lifted
    | Sealed
    | AllSealed
    | Again
    | Refrigerated
    | Moved
    | Spoiled
    | BrineUsed
    | PanRead
    | HeightSet
    | VinegarMeasured
    | Chipped
    | Broke
    | GivenUp
    | JarTold
    | NextTime
    | Undone
)
# What a screen may tell.
Tap = (
    Stepped
    | TaskTold
    | JarIn
    | Filled
    | Loaded
    | Boiling
    | BoiledOn
    | BoilLost
    | HeatOff
    | Lifted
    | Sealed
    | AllSealed
    | Again
    | Refrigerated
    | Moved
    | Spoiled
    | BrineUsed
    | PanRead
    | Chipped
    | Broke
    | GivenUp
    | NextTime
    | Undone
)
EventKind = Literal[
    "step", "filled", "loaded", "boiling", "boiled-on", "boil-lost", "heat-off", "lifted", "seal", "again", "refrigerated", "moved",
    "spoiled", "brine", "pan", "height", "vinegar", "chipped", "broke", "given-up", "undo", "task", "jar-in", "seals", "jar", "next-time",
]  # fmt: skip


@dataclass(frozen=True, slots=True)
class Event:
    """Something that happened, and when: recorded once, never changed."""

    what: Happening
    at: Moment

    @property
    def id(self) -> str:
        return self.what.id
