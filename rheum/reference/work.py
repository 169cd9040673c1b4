"""Reads and validates the work of the formulas (work.toml, work-raw.toml). A bad step fails with its formula and step named."""

from __future__ import annotations

import tomllib
from collections.abc import Iterable, Mapping
from typing import Any, get_args

from rheum.core.facts.formulas import Formula
from rheum.core.facts.work import Attention, Task, Work
from rheum.reference.words import BadReference

_KNOWN = frozenset(Task.__slots__) if hasattr(Task, "__slots__") else frozenset()


def read_work(text: str, formulas: Mapping[str, Formula]) -> dict[str, Work]:
    """The work of each formula by its id; “everything” is opened out into the lines that reach the jar. Fails where a formula is not known, a
    line is used by no step, a step waits for one that is not there or for itself, or the last step does not fill the jars."""
    found: dict[str, Work] = {}
    for formula_id, entry in tomllib.loads(text).items():
        if formula_id not in formulas:
            raise BadReference(f"work.toml: there is no formula {formula_id}")
        formula = formulas[formula_id]
        tasks: list[Task] = []
        for row in entry["steps"]:
            try:
                tasks.append(_task(row, formula, tasks[-1].id if tasks else None))
            except (KeyError, TypeError, ValueError) as error:
                raise BadReference(f"work.toml, {formula_id}, step {row.get('id', '?')}: {error}") from None
        _check(formula, tasks)
        found[formula_id] = Work(entry["recall"], tuple(tasks))
    return found


def _task(row: Mapping[str, Any], formula: Formula, before: str | None) -> Task:
    if unknown := set(row) - _KNOWN:
        raise ValueError(f"unknown field {sorted(unknown)[0]}")
    if row["attention"] not in get_args(Attention):
        raise ValueError(f"attention is one of {', '.join(get_args(Attention))}")
    lines = {line.ingredient.id for line in formula.lines}
    what = tuple(_opened(row["what"], formula))
    if strange := [name for name in (*what, *row.get("per_jar", ())) if name not in lines]:
        raise ValueError(f"{strange[0]} is no line of the formula")
    minutes = row.get("minutes")
    if minutes is not None and not (len(minutes) == 2 and 0 < minutes[0] <= minutes[1]):
        raise ValueError("minutes are a low and a high figure")
    return Task(
        id=row["id"], do=row["do"], what=what, says=row["says"], attention=row["attention"],
        after=tuple(row["after"]) if "after" in row else ((before,) if before else ()),
        minutes=(float(minutes[0]), float(minutes[1])) if minutes else None,
        where=row.get("where"), pot=row.get("pot"), hot=row.get("hot", False), until=row.get("until"), waits=row.get("waits"),
        per_jar=tuple(row.get("per_jar", ())), order=row.get("order"), stir=row.get("stir"), keep=bool(row.get("keep", False)),
        temperature_c=row.get("temperature_c"),
    )  # fmt: skip


def _opened(what: Iterable[str], formula: Formula) -> Iterable[str]:
    for name in what:
        if name == "everything":
            yield from dict.fromkeys(line.ingredient.id for line in formula.jar_lines)
        else:
            yield name


def _check(formula: Formula, tasks: list[Task]) -> None:
    ids = [task.id for task in tasks]
    if len(set(ids)) != len(ids):
        raise BadReference(f"work.toml, {formula.id}: two steps of one name")
    for number, task in enumerate(tasks):
        if late := [name for name in task.after if name not in ids[:number]]:
            raise BadReference(f"work.toml, {formula.id}, step {task.id}: it waits for {late[0]}, which does not come before it")
    if not tasks or tasks[-1].do != "pack":
        raise BadReference(f"work.toml, {formula.id}: the last step fills the jars")
    used = {name for task in tasks for name in task.what}
    if idle := {line.ingredient.id for line in formula.lines} - used:
        raise BadReference(f"work.toml, {formula.id}: no step uses {sorted(idle)[0]}")
