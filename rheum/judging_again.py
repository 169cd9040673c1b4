"""When the judge changes: batches with jars standing, kept recipes, formulas entered and ingredients placed are judged again, in the background;
a stricter answer is told once, with its reason. Nothing moves by itself."""

from __future__ import annotations

import hashlib
import logging
import sqlite3
import time
from collections.abc import Iterator
from datetime import datetime
from functools import cache
from importlib.resources import files
from importlib.resources.abc import Traversable
from pathlib import Path
from threading import Thread
from typing import Final

from rheum.core.batch.moment import Moment
from rheum.core.facts.circumstances import Settings
from rheum.core.facts.library import Library
from rheum.core.facts.placing import PlacementRefused, check_placement
from rheum.core.judging.check import judge_if_read
from rheum.core.judging.stricter import Answer, answer_of, stricter
from rheum.core.measures.altitude import read_altitude
from rheum.core.measures.refused import Refused
from rheum.core.revising.entering import recheck
from rheum.household import facts_of
from rheum.reference.loading import BadReference, kinds, library, read_formulas
from rheum.store import batches, facts, kitchen, recipes
from rheum.store import second_looks as stored
from rheum.store.database import connect, transaction

_JUDGES: Final = (".py", ".toml", ".csv", ".tsv")
_KNOWN: Final = "knows"


@cache
def judge_mark() -> str:
    """What names the rules and facts of this Rheum: another one wherever a file that judges differs."""
    held = hashlib.sha256()

    def walk(folder: Traversable, path: str) -> Iterator[tuple[str, bytes]]:
        for item in sorted(folder.iterdir(), key=lambda one: one.name):
            if item.is_dir():
                yield from walk(item, f"{path}/{item.name}")
            elif item.name.endswith(_JUDGES):
                yield f"{path}/{item.name}", item.read_bytes()

    for package in ("rheum.core", "rheum.reference"):
        for name, content in walk(files(package), package):
            held.update(name.encode() + b"\0" + content + b"\0")
    return held.hexdigest()


def judge_again(connection: sqlite3.Connection, now: datetime) -> int:
    """Go through everything that rests on the judge, unless this very judge has done so; how many stricter answers there are to tell."""
    if stored.mark(connection) == judge_mark():
        return 0
    batches.take_up_again(connection, Moment(now))
    facts_now, choices = facts_of(connection)
    here = kitchen.read(connection)
    base = Settings(altitude=here.height if here else None, measures=here.measures if here else None, choices=choices)
    told = 0
    for kind, subject, title, was, answer in (
        *_batches(connection, facts_now, base),
        *_recipes(connection, facts_now, base),
        *_formulas(connection, facts_now),
        *_placements(connection),
    ):
        before = stored.last(connection, kind, subject) or was
        with transaction(connection):
            if before is not None and (found := stricter(before, answer)) is not None:
                stored.tell(connection, kind, subject, title, found=found, now=now)
                told += 1
            stored.remember(connection, kind, subject, answer)
    stored.set_mark(connection, judge_mark())
    return told


_Judged = tuple[stored.Kind, str, str, Answer | None, Answer]


def _batches(connection: sqlite3.Connection, lib: Library, base: Settings) -> Iterator[_Judged]:
    """Batches with jars standing, under the height, jar and canner they were begun with."""
    for batch_id in stored.batches_standing(connection):
        batch = batches.get(connection, batch_id)
        if batch is None or batch.snapshot.destination != "shelf":
            continue
        begun = batch.snapshot
        settings = Settings(
            altitude=read_altitude(begun.altitude) if begun.altitude else None,
            jar=begun.jar_id,
            method=begun.method,
            measures=base.measures,
            formula_id=begun.formula_id if begun.formula_id in lib.formulas else None,
            choices=base.choices,
            set_aside=True,  # jars for the shelf were made by the tested steps
        )
        judged = judge_if_read(begun.text, settings, lib)
        was = Answer(batch.verdict.destination, begun.minutes)
        yield "batch", batch_id, f"{begun.number} {begun.title}", was, answer_of(judged.verdict if judged else None)


def _recipes(connection: sqlite3.Connection, lib: Library, base: Settings) -> Iterator[_Judged]:
    """Kept recipes, as they were kept; what one came to is known from when it was last gone through."""
    for recipe in recipes.all_kept(connection):
        kept = recipe.settings
        settings = Settings(
            altitude=base.altitude,
            jar=kept.get("jar"),
            method=kept.get("method"),
            measures=base.measures,
            formula_id=kept.get("formula_id") if kept.get("formula_id") in lib.formulas else None,
            choices=base.choices,
            set_aside=bool(kept.get("set_aside")),
        )
        judged = judge_if_read(recipe.text, settings, lib)
        answer = answer_of(judged.verdict if judged else None)
        # Its minutes follow the kitchen's height, which may have changed since.
        yield "recipe", recipe.id, recipe.title, None, Answer(answer.destination, why=answer.why)


def _formulas(connection: sqlite3.Connection, lib: Library) -> Iterator[_Judged]:
    """Formulas entered here: what would be refused on entering is told."""
    for formula_id, toml in facts.own_formulas(connection).items():
        try:
            formula = read_formulas(toml, lib.catalogue, {})[formula_id]
            refusals = recheck(formula, lib)
            answer = Answer("fridge", why=refusals[0].says) if refusals else Answer("shelf")
            title = formula.title
        except (BadReference, KeyError) as error:
            answer, title = Answer("fridge", why=f"It cannot be read any more, so it tests nothing ({error})."), formula_id
        yield "formula", formula_id, title, Answer("shelf"), answer


def _placements(connection: sqlite3.Connection) -> Iterator[_Judged]:
    """Ingredients placed here: what would be refused on placing is told, unless Rheum knows the thing itself by now."""
    for placement in facts.placements(connection):
        try:
            check_placement(placement, kinds(), library().catalogue)
            answer = Answer("shelf")
        except PlacementRefused as error:
            answer = Answer("shelf") if f"{_KNOWN} “" in str(error) else Answer("fridge", why=f"{error} Lines that name it are not heard.")
        yield "placement", placement.name, placement.name, Answer("shelf"), answer


# The first screens are served before anything is gone through.
_AFTER_START_S: Final = 20.0


def judge_again_beside(path: Path, now: datetime, after_s: float = _AFTER_START_S) -> Thread:
    """Start going through everything beside the serving of requests, some seconds from now."""

    def run() -> None:
        time.sleep(after_s)
        try:
            connection = connect(path)
            try:
                judge_again(connection, now)
            finally:
                connection.close()
        except (sqlite3.Error, Refused):
            logging.getLogger(__name__).exception("Judging again did not come to its end; it is tried at the next start.")

    thread = Thread(target=run, name="judging again", daemon=True)
    thread.start()
    return thread
