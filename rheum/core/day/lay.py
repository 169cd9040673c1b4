"""A day laid out: the model solved within a fixed effort, read back, and said in words; or what is in the way, and what would help."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from itertools import pairwise
from typing import Any, Final

from rheum.core.day.asked import DAY_MIN, Asked
from rheum.core.day.laid import Day, Laid
from rheum.core.day.model import Model, Placed, Pot, day_tasks, key, waits_most
from rheum.core.measures.refused import RequestError

# Effort and not time is counted, so that the same day twice is the same plan (CP-SAT's deterministic time, measured in bench/day.py): first the
# search that begins at the least that can be and is mostly done at once, then, where it found nothing, several turn by turn.
_FIRST_EFFORT: Final = 0.07
_TURNS_EFFORT: Final = 0.06
_SECOND_EFFORT: Final = 0.025


class NotToBe(RequestError):
    """A day that cannot be as asked; the message says what is in the way and what would help."""

    title = "Not in this day"


def _solved(asked: Asked, effort: float, turns: float = 0.0) -> tuple[Model, Any, int] | None:
    """The first aim solved: (model, solver, best bound). None where nothing fits, or none was found by so much effort. With `turns`, where the first
    search finds nothing, one batch after the other is a plan to begin from, and is made better."""
    from ortools.sat.python import cp_model

    model, backwards = Model(asked), asked.start is None
    _aim(model, backwards)
    solver = _solver(effort)
    solver.parameters.use_objective_lb_search = True
    status = solver.solve(model.model)
    bound = round(solver.best_objective_bound)
    if status == cp_model.UNKNOWN and turns and (begun := _one_after_the_other(asked, effort)) is not None:
        model = begun
        _aim(model, backwards)
        # What was found is a plan already, whatever becomes of the search for a better one.
        plain = _solver(effort)
        plain.parameters.fix_variables_to_their_hinted_value = True
        if plain.solve(model.model) not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return None
        solver = _by_turns(turns)
        status = solver.solve(model.model)
        if status in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            again = round(solver.best_objective_bound)
            bound = min(bound, again) if backwards else max(bound, again)
        else:
            solver, status = plain, cp_model.FEASIBLE
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return None
    return model, solver, bound


def _aim(model: Model, backwards: bool) -> None:
    if backwards:
        model.model.maximize(model.first)
    else:
        model.model.minimize(model.end)


def _one_after_the_other(asked: Asked, effort: float) -> Model | None:
    """The whole day's model with a plan to begin from: each batch laid out by itself, when the one before it is lifted (with an end alone, from the
    last backwards). Not good, and soon found."""
    from ortools.sat.python import cp_model

    large = [burner.id for burner in asked.burners if burner.size == "large"]
    reserved = dict(zip(range(len(asked.canners)), large, strict=False))
    model = Model(asked)
    backwards = asked.start is None
    edge = asked.done_by if backwards else asked.start
    spots: dict[tuple[int, str], int] = {}
    # Which batch follows which is kept.
    order = sorted(range(len(asked.batches)), key=lambda at: asked.batches[at].follows is not None)
    for at in reversed(order) if backwards else order:
        batch = replace(asked.batches[at], follows=None)
        mine = tuple(replace(one, task=key(0, one.task.partition(".")[2])) for one in asked.told if one.task.startswith(f"{at}."))
        set_ = tuple(replace(one, task=key(0, one.task.partition(".")[2])) for one in asked.fixed if one.task.startswith(f"{at}."))
        alone = replace(
            asked, batches=(batch,), told=mine, fixed=set_, start=None if backwards else edge, done_by=edge if backwards else asked.done_by
        )
        one = Model(alone, reserved)
        _aim(one, backwards)
        solver = _by_turns(_TURNS_EFFORT)
        if solver.solve(one.model) not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            solver = _solver(effort)
            solver.parameters.use_objective_lb_search = True
            if solver.solve(one.model) not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
                return None
        edge = solver.value(one.first) if backwards else solver.value(one.end)
        for name, placed in one.placed.items():
            whole = model.placed[key(at, name.partition(".")[2])]
            model.model.add_hint(whole.start, solver.value(placed.start))
            model.model.add_hint(whole.end, solver.value(placed.end))
        for pot in one.pots:
            burner = next(number for number, (here, _) in pot.on.items() if solver.value(here))
            spots[at, pot.name] = burner
    hinted: set[int] = set()
    for pot in model.pots:
        chosen = spots.get((pot.batch, pot.name))
        _hint_places(model, pot, chosen, hinted)
    return model


def _by_turns(effort: float) -> Any:
    """Several searches, each a while."""
    solver = _solver(effort)
    solver.parameters.interleave_search = True
    solver.parameters.subsolvers.extend(["default_lp", "no_lp", "quick_restart"])
    return solver


def _hint_places(model: Model, pot: Pot, chosen: int | None, hinted: set[int]) -> None:
    """Where a pot is to be tried first; a canner's place is one for all its batches, and is said once."""
    for number, (here, _) in pot.on.items():
        if here.index not in hinted:
            hinted.add(here.index)
            model.model.add_hint(here, number == chosen)


def _solver(effort: float) -> Any:
    from ortools.sat.python import cp_model

    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = 7
    solver.parameters.cp_model_probing_level = 0
    solver.parameters.symmetry_level = 0
    solver.parameters.max_deterministic_time = effort
    return solver


def lay_out(asked: Asked, patience: float = 1.0) -> Day:
    """The plan of a day: of the first aim (the end earliest; with an end alone, the beginning latest), then the fewest hours on the feet, then an
    early end. `patience`: how many times the usual effort. NotToBe where it cannot be, with what would help."""
    _check(asked)
    found = _solved(asked, _FIRST_EFFORT * patience, _TURNS_EFFORT * patience)
    if found is None:
        raise NotToBe("done_by" if asked.done_by is not None else "batches", _why(asked))
    model, solver, bound = found
    first, end = solver.value(model.first), solver.value(model.end)
    starts, ends = _fewest_hours(model, solver, first=first, end=end, backwards=asked.start is None)
    return _read(asked, model, starts, ends, bound=bound)


def _fewest_hours(model: Model, solver: Any, *, first: int, end: int, backwards: bool) -> tuple[dict[str, int], dict[str, int]]:
    """Within the first aim: everything as late as the end allows, which keeps the hours on the feet few and nothing made ready too early."""
    from ortools.sat.python import cp_model

    names = list(model.placed)
    values = {name: (solver.value(one.start), solver.value(one.end)) for name, one in model.placed.items()}
    burners = [[solver.value(here) for here, _ in pot.on.values()] for pot in model.pots]
    told = {one.task for one in model.asked.told}
    proto = model.model
    proto.clear_objective()  # type: ignore[no-untyped-call]
    proto.add(model.end <= end)
    if backwards:
        proto.add(model.first >= first)
    for name, one in model.placed.items():
        proto.add_hint(one.start, values[name][0])
    hinted: set[int] = set()
    for pot, on in zip(model.pots, burners, strict=True):
        _hint_places(model, pot, next((number for number, value in zip(pot.on, on, strict=True) if value), None), hinted)
    moving = [model.placed[name].start for name in names if name not in told]
    proto.maximize(sum(moving) + 20 * model.first)
    second = _solver(_SECOND_EFFORT)
    chosen = second if second.solve(proto) in (cp_model.OPTIMAL, cp_model.FEASIBLE) else solver
    model.burner_of = {
        number: next(burner for burner, (here, _) in pot.on.items() if chosen.value(here)) for number, pot in enumerate(model.pots)
    }
    return {name: chosen.value(one.start) for name, one in model.placed.items()}, {
        name: chosen.value(one.end) for name, one in model.placed.items()
    }


def _read(asked: Asked, model: Model, starts: dict[str, int], ends: dict[str, int], *, bound: int) -> Day:
    who = _hands(asked, model.placed, starts, ends)
    burner: dict[str, tuple[int, str]] = {}
    for number, pot in enumerate(model.pots):
        for name in pot.tasks:
            task = model.placed[name].task
            mine = (task.where == "burner" and task.pot) or task.part == "process"
            if mine and (task.pot == "canner") == (pot.name == "canner"):
                burner[name] = (model.burner_of[number], pot.name.split(" ")[0] if pot.name.startswith("again") else pot.name)
    latest = _latest(model.placed, starts, ends, who)
    laid = []
    for name, one in model.placed.items():
        task = one.task
        in_canner = task.part == "process" or task.do in ("fill", "canner-on", "let-down")
        laid.append(
            Laid(
                id=name, batch=one.batch, do=task.do, says=task.title, start=starts[name], end=ends[name], latest=latest[name],
                who=who.get(name), attention=task.attention, burner=burner[name][0] if name in burner else None,
                pot=burner[name][1] if name in burner else task.pot or None,
                canner=asked.batches[one.batch].canner if in_canner else None, load=task.load,
                after=tuple(key(one.batch, before) for before in task.after if key(one.batch, before) in model.placed),
            )
        )  # fmt: skip
    laid.sort(key=lambda one: (one.start, one.end, one.id))
    first, end = min(starts.values()), max(ends.values())
    origin = asked.start if asked.start is not None else first
    minutes = end - origin
    least = max(0, bound - origin) if asked.start is not None else max(0, end - bound)
    least = min(least, minutes)
    best = least == minutes
    return Day(origin, end, minutes, least, best, tuple(laid), _says(asked, laid, minutes, least))


def _hands(asked: Asked, placed: dict[str, Placed], starts: dict[str, int], ends: dict[str, int]) -> dict[str, int]:
    """Which pair of hands does what: whoever is free, the same person staying with a batch where that goes."""
    free = dict.fromkeys(range(1, asked.people + 1), -(10**9))
    last: dict[int, int] = {}
    found = {}
    working = sorted((name for name, one in placed.items() if one.task.attention == "hands"), key=lambda name: (starts[name], ends[name]))
    for name in working:
        able = [person for person, until in free.items() if until <= starts[name]] or list(free)
        mine = last.get(placed[name].batch)
        person = mine if mine in able else min(able, key=lambda one: free[one])
        found[name] = person
        free[person] = max(free[person], ends[name])
        last[placed[name].batch] = person
    return found


def _latest(placed: dict[str, Placed], starts: dict[str, int], ends: dict[str, int], who: dict[str, int]) -> dict[str, int]:
    """How late each may begin without moving what follows it in its batch, or the next thing in the same hands."""
    next_in_hands: dict[str, str] = {}
    for person in set(who.values()):
        mine = sorted((name for name, one in who.items() if one == person), key=lambda name: starts[name])
        next_in_hands.update(pairwise(mine))
    followers: dict[str, list[str]] = {}
    for name, one in placed.items():
        for before in one.task.after:
            followers.setdefault(key(one.batch, before), []).append(name)
    end = max(ends.values())
    latest: dict[str, int] = {}
    for name in sorted(placed, key=lambda name: -starts[name]):
        after = [latest.get(other, starts[other]) for other in followers.get(name, ())]
        if name in next_in_hands:
            other = next_in_hands[name]
            after.append(latest.get(other, starts[other]))
        latest[name] = max(starts[name], min([*after, end]) - (ends[name] - starts[name]))
    return latest


def clock(minute: int) -> str:
    """`14:20`."""
    return f"{minute // 60 % 24:02d}:{minute % 60:02d}"


def long_says(minutes: int) -> str:
    """`3 h 20 min`."""
    hours, rest = divmod(minutes, 60)
    return f"{hours} h {rest} min" if hours and rest else f"{hours} h" if hours else f"{rest} min"


def _says(asked: Asked, laid: list[Laid], minutes: int, least: int) -> tuple[str, ...]:
    how = "no plan is shorter" if least == minutes else f"at most {long_says(minutes - least)} longer than the best there can be"
    found = [f"{long_says(minutes)} from the beginning to the last jar lifted: {how}."]
    found.extend(_tight(asked, laid))
    return tuple(found)


def _tight(asked: Asked, laid: list[Laid]) -> Iterable[str]:
    """Where one batch waits for another's canner, or its burner, by no more than a few minutes."""
    titles = [batch.title for batch in asked.batches]
    told = 0
    for which in ("canner", "burner"):
        lanes: dict[int, list[Laid]] = {}
        for one in laid:
            lane = getattr(one, which)
            if lane is not None:
                lanes.setdefault(lane, []).append(one)
        for lane, ones in lanes.items():
            for before, after in pairwise(ones):
                if which == "burner" and after.pot == "canner":
                    continue  # that is said of the canner
                if before.batch != after.batch and 0 <= after.start - before.end <= 5 and told < 3:
                    told += 1
                    where = "the canner" if which == "canner" else f"burner {lane}"
                    yield f"{titles[before.batch]} must be off {where} at {clock(after.start)}, before {titles[after.batch]} can come on."


def _check(asked: Asked) -> None:
    if not asked.batches:
        raise NotToBe("batches", "Choose at least one batch for the day.")
    for batch in asked.batches:
        if not batch.tasks:
            raise NotToBe("batches", f"The work of {batch.title} is not known, so it cannot be laid out. Choose a tested formula for it.")
    if not 1 <= asked.people <= 4:
        raise NotToBe("people", "Say how many pairs of hands there are, 1 to 4.")
    if asked.start is None and asked.done_by is None:
        raise NotToBe("start", "Say when it may begin, or when it must be done.")
    if asked.awake[0] >= asked.awake[1]:
        raise NotToBe("awake", "The day begins before it ends: write the waking hours so.")
    if any(batch.canner is not None for batch in asked.batches) and not any(one.size == "large" for one in asked.burners):
        raise NotToBe("burners", "A canner wants a large burner, and there is none. Say which burner is the large one.")
    for span in asked.breaks:
        if span[0] >= span[1]:
            raise NotToBe("breaks", "A break ends after it begins. Write it so.")
    known = {key(at, task.id) for at, batch in enumerate(asked.batches) for task in day_tasks(batch)}
    for name in (*(one.task for one in asked.fixed), *(one.task for one in asked.told)):
        if name not in known:
            raise NotToBe("fixed", f"There is no task “{name[:40]}” in this day.")


def _goes(asked: Asked) -> bool:
    """Whether there is any plan, found by the usual effort."""
    return _solved(asked, _FIRST_EFFORT, _TURNS_EFFORT) is not None


def _why(asked: Asked) -> str:
    """What is in the way: what of the wishes, left out, makes it possible."""
    tries: list[tuple[Asked, str]] = []
    if asked.fixed:
        tries.append((replace(asked, fixed=()), "A task that was set to an hour is in the way. Let it go, or choose another hour."))
    if asked.breaks:
        tries.append((replace(asked, breaks=()), "A break is in the way. Without it the day goes: move it, or shorten it."))
    if any(batch.not_after is not None for batch in asked.batches):
        free = tuple(replace(batch, not_after=None) for batch in asked.batches)
        tries.append((replace(asked, batches=free), "A batch cannot be done by the hour asked of it. Give it until later."))
    if asked.done_by is not None and asked.start is not None:
        later = _solved(replace(asked, done_by=None), _FIRST_EFFORT, _TURNS_EFFORT)
        if later is not None:
            model, solver, _ = later
            ends = solver.value(model.end)
            day = ", a day later," if ends // DAY_MIN > asked.done_by // DAY_MIN else ""
            return (
                f"It cannot be done by {clock(asked.done_by)}: begun at {clock(asked.start)} it ends at {clock(ends)}{day} at the earliest. "
                "Begin sooner, or leave a batch out."
            )
    if asked.people == 1:
        tries.append((replace(asked, people=2), "One pair of hands cannot do it. With two it goes."))
    more = (*asked.burners, *(replace(asked.burners[0], id=90 + n, size="large") for n in range(4))) if asked.burners else ()
    if more:
        tries.append(
            (replace(asked, burners=tuple(more)), "There are too few burners for the pots. Leave a batch out, or let it follow another.")
        )
    tries.append(
        (
            replace(asked, awake=(0, 24 * 60 - 1), breaks=()),
            "The waking hours are too short for a piece of the work that cannot be cut in two. Widen them, or make a smaller batch.",
        )
    )
    for one, says in tries:
        if _goes(one):
            return says
    for at, batch in enumerate(asked.batches):
        if len(asked.batches) > 1 and not _goes(replace(asked, batches=(replace(batch, follows=None),), fixed=(), told=())):
            return f"{batch.title} does not fit into these hours even alone (batch {at + 1}). Give it more time."
    return "These batches do not fit together into the hours asked. Leave one out, or give more time."


__all__ = ["NotToBe", "clock", "lay_out", "long_says", "waits_most"]
