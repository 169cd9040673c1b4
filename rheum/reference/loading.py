"""Reads and validates the shipped facts. A bad row fails with its file and line or id named."""

from __future__ import annotations

import csv
import gc
import math
import tomllib
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cache
from typing import Any, Final, get_args

from rheum.core.facts.eating import eating
from rheum.core.facts.formulas import SOURCE_KINDS, Formula, FormulaKind, FormulaLine, OwnSource, Pack, Pool, Source, Swap, Yield
from rheum.core.facts.ingredients import ROLES, Catalogue, ClassRole, Ingredient, words_of
from rheum.core.facts.jars import CLASS_ML, Jar, process_class_of
from rheum.core.facts.lexicon import Lexicon
from rheum.core.facts.library import Library
from rheum.core.facts.placing import PlaceKind
from rheum.core.measures.amount import Amount, AmountError, leading_amount
from rheum.core.measures.units import MM_PER_INCH
from rheum.reference.rates import read_rates
from rheum.reference.words import BadReference, lexicon, shipped
from rheum.reference.work import read_work

__all__ = ["BadReference", "library"]


_YES_OR_NO: Final = ("low_acid", "acid", "liquid", "food", "rounds_up")


def read_roles(text: str) -> dict[str, ClassRole]:
    """Class → role. Fails on a role the rules do not know."""
    roles = {}
    for number, row in enumerate(csv.DictReader(text.splitlines()), start=2):
        if row["role"] not in ROLES:
            raise BadReference(f"roles.csv line {number}: {row['role']} is no role; use one of {sorted(ROLES)}")
        for name in _YES_OR_NO:
            if row.get(name) not in ("yes", "no"):
                raise BadReference(f"roles.csv line {number}: {name} is yes or no, not “{row.get(name)}”")
        roles[row["class"]] = ClassRole(
            name=row["class"],
            role=row["role"],  # type: ignore[arg-type]
            when_added=row["when_added"],
            more_is=row["more_is"],
            **{name: row[name] == "yes" for name in _YES_OR_NO},
        )
    return roles


def _pair(row: Mapping[str, str], low: str, high: str) -> tuple[float, float] | None:
    if not row.get(low):
        return None
    pair = float(row[low]), float(row[high])
    if pair[0] > pair[1]:
        raise ValueError(f"{low} is above {high}")
    return pair


STATUSES: Final = frozenset({"handbook", "from memory"})


def read_ingredients(text: str, roles: Mapping[str, ClassRole], sources: Mapping[str, Source], lexicon: Lexicon | None = None) -> Catalogue:
    """The catalogue. Fails on a class without a role, a range upside down, a name claimed twice, an unnamed source."""
    found = []
    for number, row in enumerate(csv.DictReader(text.splitlines()), start=2):
        try:
            role = roles[row["class"]]
            item = Ingredient(
                id=row["id"],
                name=row["name"],
                aliases=tuple(alias for alias in row["aliases"].split(";") if alias),
                klass=row["class"],
                swap_group=row["swap_group"] or None,
                ph=_pair(row, "ph_low", "ph_high"),
                buffer=_pair(row, "buffer_low", "buffer_high"),
                acid=_pair(row, "acid_low", "acid_high"),
                base=_pair(row, "base_low", "base_high"),
                g_per_cup=float(row["g_per_cup"]) if row["g_per_cup"] else None,
                each_g=float(row["each_g"]) if row["each_g"] else None,
                edible=float(row["edible_fraction"]),
                allergens=tuple(a for a in row["allergen"].split(";") if a),
                role=role,
                source=row["source"],
                status=row["status"],
                eating=eating(row["heat"], row["colour"], row["like"], tastes=False),
            )
            if item.source not in sources or item.status not in STATUSES:
                raise ValueError("a source of sources.toml and a status are needed")
            if not 0 < item.edible <= 1:
                raise ValueError("the part left after trimming must be above 0 and at most 1")
            if role.role in ("produce", "herb") and item.klass != "not-food" and item.g_per_cup is None:
                raise ValueError("produce needs grams a cup")
        except KeyError as error:
            raise BadReference(f"ingredients.csv line {number}: class {error} has no role in roles.csv") from None
        except ValueError as error:
            raise BadReference(f"ingredients.csv line {number} ({row.get('id')}): {error}") from None
        found.append(item)
    try:
        return Catalogue.of(found, lexicon)
    except ValueError as error:
        raise BadReference(f"ingredients.csv: {error}") from None


def read_kinds(text: str, roles: Mapping[str, ClassRole]) -> dict[str, PlaceKind]:
    """The kinds in which a person may place what Rheum does not know. Fails on a class without a role, and on one that
    would make an acid, a water or a salt of it."""
    kinds = {}
    for number, row in enumerate(csv.DictReader(text.splitlines()), start=2):
        try:
            role = roles[row["class"]]
            if role.acid or role.role in ("water", "salt"):
                raise ValueError(f"nothing may be placed as {role.role}")
            example = Ingredient(
                id=row["id"],
                name=row["title"],
                aliases=(),
                klass=row["class"],
                swap_group=row["swap_group"] or None,
                ph=_pair(row, "ph_low", "ph_high"),
                buffer=_pair(row, "buffer_low", "buffer_high"),
                acid=None,
                g_per_cup=float(row["g_per_cup"]),
                each_g=None,
                edible=1.0,
                allergens=(),
                role=role,
            )
        except (KeyError, ValueError) as error:
            raise BadReference(f"kinds.csv line {number}: {error}") from None
        kinds[row["id"]] = PlaceKind(row["id"], row["title"], example)
    return kinds


@cache
def kinds() -> dict[str, PlaceKind]:
    """The kinds, read once."""
    return read_kinds(shipped("kinds.csv"), read_roles(shipped("roles.csv")))


def _formula_line(text: str, catalogue: Catalogue) -> FormulaLine:
    cells = [cell.strip() for cell in text.split("|")] + ["", ""]
    amount, rest = leading_amount(cells[0])
    if amount is None or rest:
        raise ValueError(f"“{cells[0]}” is no amount")
    flags = dict(flag.partition("=")[::2] for flag in cells[3].split())
    if unknown := set(flags) - {"per_jar", "prep_only", "optional", "prepared", "to", "must_say", "baby"}:
        raise ValueError(f"unknown flag {sorted(unknown)} in “{text}”")
    if cells[1] not in catalogue.by_id:
        raise ValueError(f"no ingredient {cells[1]}")
    per_jar = flags.get("per_jar")
    if per_jar is not None and per_jar not in CLASS_ML:
        raise ValueError(f"no jar size {per_jar}")
    return FormulaLine(
        amount=amount,
        ingredient=catalogue[cells[1]],
        prep=cells[2],
        per_jar=per_jar,
        prep_only="prep_only" in flags,
        optional="optional" in flags,
        prepared="prepared" in flags,
        upto=_upto(flags.get("to"), amount),
        must_say="must_say" in flags,
        baby="baby" in flags,
    )


def _upto(text: str | None, amount: Amount) -> Amount | None:
    """Where a published range ends, in the unit of its line."""
    if text is None:
        return None
    most = float(text)
    if not amount.high < most <= 3 * amount.high:
        raise ValueError(f"a range from {amount.high:g} does not end at {text}")
    return Amount(most, most, amount.unit)


def _minutes(table: Mapping[str, Any], bands: tuple[int, ...]) -> dict[str, tuple[int, ...]]:
    result = {}
    for size, figures in table.items():
        if size not in CLASS_ML:
            raise ValueError(f"no jar size {size}")
        if len(figures) != len(bands) + 1:
            raise ValueError(f"minutes for {size} need {len(bands) + 1} figures, one more than bands")
        if not all(_whole(figure) for figure in figures):
            raise ValueError(f"minutes for {size} are whole numbers")
        if list(figures) != sorted(figures) or figures[0] <= 0:
            raise ValueError(f"minutes for {size} must not fall with altitude")
        result[size] = tuple(figures)
    return result


def _known(entry: Mapping[str, Any], bands: tuple[Any, ...]) -> None:
    """ValueError for a word that is none of those that a formula knows, or a figure that is no number."""
    for field, words in (("kind", get_args(FormulaKind)), ("pack", get_args(Pack))):
        if entry[field] not in words:
            raise ValueError(f"{field} is one of {', '.join(words)}, not “{str(entry[field])[:20]}”")
    if not all(_whole(band) for band in bands) or list(bands) != sorted(bands):
        raise ValueError("bands are whole feet, the lowest first")
    gap, weeks = entry["headspace_in"], entry["weeks"]
    if not (isinstance(gap, int | float) and not isinstance(gap, bool) and 0 < gap <= _MOST_HEADSPACE_IN):
        raise ValueError(f"a headspace is a number of inches up to {_MOST_HEADSPACE_IN}, not {str(gap)[:20]}")
    if not _whole(weeks) or not 0 <= weeks <= _MOST_WEEKS:
        raise ValueError(f"weeks are a whole number up to {_MOST_WEEKS}")
    if not isinstance(entry["id"], str) or not isinstance(entry["title"], str) or not isinstance(entry.get("steps", ""), str):
        raise ValueError("id, title and steps are words")


_MOST_HEADSPACE_IN = 2.5
_MOST_WEEKS = 520


def _whole(value: object) -> bool:
    return isinstance(value, int) and not isinstance(value, bool)


def _count(text: str) -> float:
    value = float(text)
    if not (math.isfinite(value) and 0 < value <= 1000):
        raise ValueError(f"a batch makes a number of jars, not {text[:20]}")
    return value


def _own_source(entry: Mapping[str, Any]) -> OwnSource:
    if entry.get("kind") not in SOURCE_KINDS:
        raise ValueError(f"the kind of source must be one of {', '.join(SOURCE_KINDS)}")
    return OwnSource(
        kind=entry["kind"],
        title=str(entry["title"]),
        page=str(entry["page"]),
        year=int(entry["year"]),
        imported=bool(entry.get("imported", False)),
        steps_confirmed=bool(entry.get("steps_confirmed", False)),
    )


def read_formulas(text: str, catalogue: Catalogue, sources: Mapping[str, Source]) -> dict[str, Formula]:
    """All formulas by id. Fails with the id of the formula that is wrong and what is wrong with it. A formula of one's own has
    a table as its source (kind, title, page, year), and may have no bands: then the kitchen's chart adds for the height."""
    result: dict[str, Formula] = {}
    try:
        entries = tomllib.loads(text)["formula"]
    except (KeyError, RecursionError, TypeError) as error:
        raise BadReference(f"no formulas could be read: {error}") from None
    except ValueError as error:
        raise BadReference(f"no formulas could be read: {str(error)[:120]}") from None
    if not isinstance(entries, list) or not all(isinstance(entry, dict) for entry in entries):
        raise BadReference("no formulas could be read: each begins with [[formula]]")
    for entry in entries:
        try:
            if entry["id"] in result:
                raise ValueError("this id is there twice")
            bands = tuple(entry["bands"])
            _known(entry, bands)
            own = _own_source(entry["source"]) if isinstance(entry["source"], dict) else None
            source = Source("own", f"{own.title}, p. {own.page}, {own.year}") if own else sources[entry["source"]]
            low_high, jar = entry["yield"].split(" ")
            low, _, high = low_high.partition("-")
            pools = []
            for pool in entry.get("pools", ()):
                total, _ = leading_amount(pool["total"])
                if total is None:
                    raise ValueError("a pool needs a total")
                pools.append(Pool(tuple(pool["groups"]), total, pool["replaces"]))
            result[entry["id"]] = Formula(
                id=entry["id"],
                title=entry["title"],
                kind=entry["kind"],
                pack=entry["pack"],
                source=source,
                recall=entry["recall"] if own is None else "entered",
                lines=tuple(_formula_line(line, catalogue) for line in entry["lines"]),
                pools=tuple(pools),
                alternatives={key: tuple(value) for key, value in entry.get("alternatives", {}).items()},
                yields=Yield(_count(low), _count(high or low), jar),
                headspace_mm=entry["headspace_in"] * MM_PER_INCH,
                bands_ft=bands,
                minutes=_minutes(entry["minutes"], bands),
                minutes_raw=_minutes(entry.get("minutes_raw", {}), bands),
                steps=entry.get("steps", ""),
                weeks=entry["weeks"],
                whole_in_brine=entry.get("whole_in_brine", False),
                own=own,
                may=tuple(_formula_line(line, catalogue) for line in entry.get("may", ())),
                lime=entry.get("lime", False),
                by_chart=own is not None and not bands,
                eating=eating(entry["heat"], entry["colour"], entry["like"], tastes=True) if own is None else None,
            )
            if own is None and not bands:
                raise ValueError("a shipped formula carries its own table of heights")
            if jar not in CLASS_ML:
                raise ValueError(f"no jar size {jar}")
            for given, others in result[entry["id"]].alternatives.items():
                for other in (given, *others):
                    if other not in catalogue.by_id:
                        raise ValueError(f"no ingredient {other}")
        except (KeyError, TypeError, AttributeError, ValueError, AmountError) as error:
            raise BadReference(f"formulas.toml, formula {entry.get('id', '?')}: {error}") from None
    return result


def read_jars(text: str) -> dict[str, Jar]:
    """All shipped jars by id, with the size class whose minutes each takes."""
    jars = {}
    for entry in tomllib.loads(text)["jar"]:
        size = process_class_of(entry["volume_ml"])
        if size is None:
            raise BadReference(f"jars.toml, jar {entry['id']}: larger than any size class")
        jars[entry["id"]] = Jar(**entry, process_class=size)
    return jars


@dataclass(frozen=True)
class _Swaps:
    swaps: tuple[Swap, ...]
    tinned: Mapping[str, str]


def read_swaps(text: str, catalogue: Catalogue) -> _Swaps:
    """What may stand in for what. Fails on a name that is neither ingredient nor swap group."""
    data = tomllib.loads(text)
    groups = {item.swap_group for item in catalogue.by_id.values()}
    for row in data["swap"]:
        for side in (row["from"], row["to"]):
            known = side.removeprefix("group:") in groups if side.startswith("group:") else side in catalogue.by_id
            if not known:
                raise BadReference(f"swaps.toml: {side} is neither an ingredient nor a swap group")
    return _Swaps(tuple(Swap(row["from"], row["to"], row["code"]) for row in data["swap"]), data["tinned"])


@cache
def called() -> dict[str, frozenset[str]]:
    """What people call things when they search: by kind (`kind:salsa`), class, swap group, role or ingredient."""
    data = tomllib.loads(shipped("search.toml"))
    rows = {**{f"kind:{key}": value for key, value in data["kind"].items()}, **data["of"]}
    return {key: frozenset(words_of(value)) for key, value in rows.items()}


@cache
def library() -> Library:
    """All shipped facts, read once. BadReference where one is bad."""
    sources = {key: Source(key, value["title"]) for key, value in tomllib.loads(shipped("sources.toml")).items()}
    catalogue = read_ingredients(shipped("ingredients.csv"), read_roles(shipped("roles.csv")), sources, lexicon())
    swaps = read_swaps(shipped("swaps.toml"), catalogue)
    pairs = ((swap.given, swap.stand_in) for swap in swaps.swaps)
    catalogue = replace(catalogue, stand_ins=frozenset(pair for pair in pairs if set(pair) <= set(catalogue.by_id)))
    formulas = read_formulas(shipped("formulas.toml"), catalogue, sources)
    work, raw = read_work(shipped("work.toml"), formulas), read_work(shipped("work-raw.toml"), formulas)
    if unworked := set(formulas) - set(work):
        raise BadReference(f"work.toml: {sorted(unworked)[0]} has no steps")
    facts = Library(
        catalogue=catalogue,
        formulas={key: replace(formula, work=work[key], work_raw=raw.get(key)) for key, formula in formulas.items()},
        jars=read_jars(shipped("jars.toml")),
        swaps=swaps.swaps,
        tinned=swaps.tinned,
        rates=read_rates(shipped("rates.csv")),
    )
    # Words and facts stay for good: the collector need not walk through them again and again.
    gc.freeze()
    return facts
