"""What would make this recipe a tested one: the formula's lines beside the recipe's, scaled to the produce at hand, as changes
that are applied one by one or all together. Each step tells the verdict with it alone; the whole, the verdict at its end."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any, Final

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.formulas import Formula, FormulaLine
from rheum.core.facts.library import Library
from rheum.core.judging.check import check_text, judge
from rheum.core.judging.codes import CODES
from rheum.core.judging.findings import Destination
from rheum.core.judging.remedies import formula_line, headspace_rewritten, inserted, minutes_rewritten, removed, replaced, scaled, to_volume
from rheum.core.judging.rules.acid import TOLERANCE
from rheum.core.judging.rules.processing import jar_size, minutes_needed
from rheum.core.matching.case import Case
from rheum.core.matching.match import Match, Pair
from rheum.core.matching.measured import Measured
from rheum.core.matching.profile import Slot
from rheum.core.measures.saying import listed, mm
from rheum.core.recipe.changes import Change, apply_changes
from rheum.core.recipe.text import UnreadableRecipe
from rheum.core.recipe.writing import formula_text

_GONE: Final = ("fat", "thickener", "alkali", "other", "fresh-juice")


@dataclass(frozen=True, slots=True)
class Step:
    """One change on the way: what it does, the line before and after, and the verdict with this step alone."""

    says: str
    line: int | None
    before: str
    after: str
    changes: tuple[Change, ...]
    destination: Destination
    limits: int


@dataclass(frozen=True, slots=True)
class Becoming:
    """The way from a recipe to a formula. `text` and `settings` are what stands at its end; `written_anew` tells that only
    writing the formula out at this size gets there."""

    formula_id: str
    formula_title: str
    scale: float
    destination_now: Destination
    limits_now: int
    steps: tuple[Step, ...]
    text: str
    settings: dict[str, Any]
    destination: Destination
    limits: int
    written_anew: bool


def _main_scale(match: Match) -> float:
    """How many batches of the formula the main produce is; by the fullest slot where the main one is missing."""
    ratios = [(slot.grams, ratio) for slot in match.profile.slots if (ratio := match.ratio(slot)) and slot not in match.missing]
    if not ratios:
        return match.scale
    return max(ratios)[1] * match.scale


def _edit(
    case: Case, says: str, changes: tuple[Change, ...], item: Measured | None = None
) -> tuple[str, str, int | None, tuple[Change, ...]]:
    before = item.line.text.strip() if item else ""
    return says, before, item.line.number if item else (changes[0].line if changes else None), changes


Draft = tuple[str, str, int | None, tuple[Change, ...], str]


# Findings whose own remedy is the step: those of shape and of single lines that no amount puts right.
_REMEDIED: Final = frozenset(
    {"cut-changed", "density-changed", "prep-changed", "frozen-for-fresh", "juice-fresh", "not-for-canning", "alkali-added"}
)


def _unwanted(pair: Pair) -> frozenset[str]:
    """States of a line in which the formula does not have it; what the formula has from a tin may come from one."""
    return frozenset({"unfit", "mouldy"} | (set() if "tinned" in pair.item.line.ingredient.id else {"tinned"}))


def _produce_steps(case: Case, match: Match, scale: float) -> list[Draft]:
    found: list[Draft] = []
    for slot in match.profile.slots:
        pairs = [pair for pair in match.pairs if pair.slot is slot]
        if not pairs:
            if not slot.optional:
                found += [_put(case, line, scale) for line in _lines_of(match, slot)]
            continue
        wanted, amounts = slot.amount * scale, [pair.amount for pair in pairs]
        here = sum(amount for amount in amounts if amount is not None)
        unfit = [pair for pair in pairs if pair.amount is None or pair.tinned or pair.item.line.states & _unwanted(pair)]
        if unfit:
            own = _lines_of(match, slot)
            found.append(
                _draft(
                    case,
                    f"The formula's {slot.title} instead",
                    pairs[0].item,
                    replaced(case, pairs[0].item.line, formula_line(case, own[0], scale)),
                )
            )
            found += [_draft(case, f"Take {p.item.line.ingredient.name} out", p.item, removed(case, p.item.line)) for p in pairs[1:]]
            continue
        if here > wanted * TOLERANCE or (here < wanted / 1.1 and not slot.optional):
            factor = wanted / here if here else 1.0
            how = "Less" if factor < 1 else "More"
            for pair in pairs:
                changes = scaled(case, pair.item.line, factor, False)
                found.append(_draft(case, f"{how} {pair.item.line.ingredient.name}", pair.item, changes))
    return found


def _lines_of(match: Match, slot: Slot) -> list[FormulaLine]:
    return [line for line in match.formula.jar_lines if line.ingredient in slot.given and line.per_jar is None] or [
        line for line in match.formula.jar_lines if line.ingredient in slot.given
    ]


def _draft(case: Case, says: str, item: Measured | None, changes: tuple[Change, ...]) -> Draft:
    text, before, line, done = _edit(case, says, changes, item)
    return text, before, line, done, "".join(change.text or "" for change in done[:1]).strip()


def _put(case: Case, line: FormulaLine, scale: float) -> Draft:
    text = formula_line(case, line, scale)
    if line.per_jar:
        from rheum.core.facts.jars import JAR_WORD

        text = f"Per {JAR_WORD[line.per_jar]} jar: {text}"
        return _draft(case, f"Put in {line.ingredient.name}", None, _below(case, text))
    return _draft(case, f"Put in {line.ingredient.name}", None, inserted(case, text))


def _below(case: Case, text: str) -> tuple[Change, ...]:
    last = max((line.number for line in case.recipe.lines if line.section in ("jar", "per-jar")), default=0)
    return (Change("insert", last + 1, text),) if last else ()


def _liquid_steps(case: Case, match: Match, scale: float) -> list[Draft]:
    """Vinegar, juice and water as the formula has them; kinds that it lacks go out."""
    found: list[Draft] = []
    form = match.profile
    for role, wanted, name in (
        ("vinegar", form.vinegar_ml * scale, "vinegar"),
        ("juice", form.juice_ml * scale, "bottled juice"),
        ("water", form.water_ml * scale, "water"),
    ):
        lines = [item for item in case.of_role(role) if not item.per_jar and item.bulk and item.bulk.ml]
        weak = [
            i
            for i in case.of_role(role)
            if role == "vinegar" and (i.per_jar or i.line.ingredient.klass == "vinegar-unknown" or (i.line.strength or 5.0) < 5)
        ]
        out = [i for i in case.of_role(role) if (i.per_jar or i.bulk is None) and i not in weak]
        found += [_draft(case, f"Take the {name} out", item, removed(case, item.line)) for item in out]
        if wanted <= 0:
            found += [
                _draft(case, f"Take the {item.line.ingredient.name} out", item, removed(case, item.line))
                for item in lines
                if item not in weak
            ]
            found += [_draft(case, f"Take the {item.line.ingredient.name} out", item, removed(case, item.line)) for item in weak]
            continue
        own = [line for line in match.formula.jar_lines if line.ingredient.role.role == role]
        kept = [item for item in lines if item not in weak]
        if weak and not kept:
            found.append(_draft(case, f"The formula's {name}", weak[0], replaced(case, weak[0].line, formula_line(case, own[0], scale))))
            found += [_draft(case, f"Take the {name} out", item, removed(case, item.line)) for item in weak[1:]]
            continue
        found += [_draft(case, f"Take the weak {name} out", item, removed(case, item.line)) for item in weak]
        if not kept:
            found.append(_put(case, own[0], scale))
            continue
        here = sum(item.bulk.ml[0 if role != "water" else 1] for item in kept if item.bulk and item.bulk.ml)
        up = role != "water"
        if (up and here < wanted / 1.002) or (not up and here > wanted * 1.002):
            for item in kept:
                assert item.bulk is not None
                assert item.bulk.ml is not None
                changes = to_volume(case, item.line, item.bulk.ml[0] * wanted / here, up)
                found.append(_draft(case, f"{'More' if up else 'Less'} {item.line.ingredient.name}", item, changes))
    return found


def _other_steps(case: Case, match: Match) -> list[Draft]:
    found: list[Draft] = []
    form = match.profile
    cloves = [f for f in case.recipe.in_jar if f.ingredient.klass == "garlic"]
    for item in match.unmatched:
        if item.line in cloves and match.formula.whole_in_brine:
            continue
        found.append(_draft(case, f"Take {item.line.ingredient.name} out", item, removed(case, item.line)))
    for item in case.lines:
        role = item.role
        tested = (role == "fat" and form.fat_ml) or (role == "thickener" and item.line.ingredient.id in form.thickeners_ml)
        if (role in _GONE and not tested) or (role == "sweetener" and not form.sweetener_g):
            found.append(_draft(case, f"Take {item.line.ingredient.name} out", item, removed(case, item.line)))
        elif tested:
            wanted = (form.fat_ml if role == "fat" else form.thickeners_ml[item.line.ingredient.id]) * _main_scale(match)
            if item.bulk and item.bulk.ml and item.bulk.ml[1] > wanted * TOLERANCE:
                found.append(_draft(case, f"Less {item.line.ingredient.name}", item, to_volume(case, item.line, wanted, False)))
    for unread in case.recipe.unread:
        if unread.line and unread.text == case.recipe.source[unread.line - 1].strip():
            found.append(
                (f"Take out what was not understood: {unread.text}", unread.text, unread.line, (Change("remove", unread.line),), "")
            )
    return found


def _setting_steps(case: Case, match: Match, settings: Settings) -> tuple[list[Draft], dict[str, Any]]:
    formula, found = match.formula, list[Draft]()
    sets: dict[str, Any] = {"formula_id": formula.id}

    def setting(name: str, value: Any, says: str, before: str) -> None:
        found.append((says, before, None, (Change("set", setting=name, value=value),), str(value)))
        sets[name] = value

    if formula.minutes_for_pack(case.pack) is None:
        setting("pack", formula.pack, f"Pack it {formula.pack}", case.pack)
    codes = _codes(case)
    if "jar-larger" in codes:
        setting("jar", formula.yields.jar, f"Use {formula.yields.jar} jars", case.jar.title)
    if settings.headspace_mm is not None and abs(settings.headspace_mm - formula.headspace_mm) > 1.0:
        setting("headspace_mm", round(formula.headspace_mm, 1), "Leave the formula's headspace", f"{settings.headspace_mm:.0f} mm")
    jar = case.library.jars[sets["jar"]] if "jar" in sets else case.jar
    return [*found, *_prose_steps(replace(case, jar=jar), formula)], sets


def _prose_steps(case: Case, formula: Formula) -> list[Draft]:
    """Lines of prose with their headspace and minutes put right, both at once where one line holds both."""
    source = list(case.recipe.source)
    says: dict[int, list[str]] = {}

    def rewritten(number: int, what: str, changes: tuple[Change, ...]) -> None:
        if changes and changes[0].text is not None:
            source[number - 1] = changes[0].text
            says.setdefault(number, []).append(what)

    def here() -> Case:
        return replace(case, recipe=replace(case.recipe, source=tuple(source)))

    for number, value in case.recipe.method.headspaces_mm:
        if abs(value - formula.headspace_mm) > 1.0:
            rewritten(number, f"leave {mm(formula.headspace_mm)}", headspace_rewritten(here(), number, formula.headspace_mm))
    for said in case.recipe.method.minutes:
        needed = minutes_needed(case, formula, said)
        if needed is not None and said.minutes < needed and said.altitude_ft is None:
            rewritten(said.line, f"{needed} minutes", minutes_rewritten(here(), said.line, said.minutes, needed))
    return [
        (
            listed(words).capitalize(),
            case.recipe.source[number - 1].strip(),
            number,
            (Change("replace", number, source[number - 1]),),
            source[number - 1].strip(),
        )
        for number, words in says.items()
    ]


def _codes(case: Case) -> set[str]:
    return {finding.code for finding in jar_size(case)}


def becoming(text: str, settings: Settings, formula_id: str, library: Library) -> Becoming:
    """The way from a recipe to a formula. RequestError for a formula that is not there, UnreadableRecipe for an empty text."""
    settings = replace(settings, formula_id=formula_id)
    judged = judge(text, settings, library)
    now, case = judged.verdict, judged.case
    match = case.match
    assert match is not None
    scale = _main_scale(match)
    drafts = [*_produce_steps(case, match, scale), *_liquid_steps(case, match, scale), *_other_steps(case, match)]
    set_steps, sets = _setting_steps(case, match, settings)
    drafts += [
        (
            finding.remedy.says,
            "",
            finding.line,
            finding.remedy.changes,
            (finding.remedy.changes[0].text or "").strip() if finding.remedy.changes else "",
        )
        for finding in now.findings
        if finding.level in ("stop", "limit") and finding.code in _REMEDIED and finding.remedy is not None
    ]
    drafts = [draft for draft in [*drafts, *set_steps] if draft[3]]
    drafts = _one_a_line(drafts)
    steps = tuple(_judged(text, settings, draft, library) for draft in drafts)
    whole, _ = apply_changes(text, tuple(change for draft in drafts for change in draft[3]))
    at_end = replace(settings, **{key: value for key, value in sets.items() if key != "formula_id"})
    anew = False
    try:
        end = check_text(whole, at_end, library)
    except UnreadableRecipe:
        end = None
    if end is None or end.destination != "shelf":
        measures = (
            "metric" if any(line.amount is not None and line.amount.unit in ("g", "kg", "ml", "l") for line in case.recipe.in_jar) else "us"
        )
        fresh = formula_text(match.formula, "metric" if measures == "metric" else "us", scale)
        sets = {"formula_id": formula_id}
        written = check_text(
            fresh,
            Settings(
                settings.altitude, method=settings.method, measures=settings.measures, formula_id=formula_id, choices=settings.choices
            ),
            library,
        )
        if end is None or written.destination == "shelf" or _limits(written) < _limits(end):
            whole, end, anew = fresh, written, True
    return Becoming(
        formula_id=formula_id,
        formula_title=match.formula.title,
        scale=round(scale, 4),
        destination_now=now.destination,
        limits_now=_limits(now),
        steps=steps,
        text=whole,
        settings=sets,
        destination=end.destination,
        limits=_limits(end),
        written_anew=anew,
    )


def _one_a_line(drafts: list[Draft]) -> list[Draft]:
    """Each line is changed once: what comes first stands."""
    seen: set[int] = set()
    found = []
    for draft in drafts:
        touched = {change.line for change in draft[3] if change.op in ("replace", "remove") and change.line is not None}
        if touched & seen:
            continue
        seen |= touched
        found.append(draft)
    return found


def _limits(verdict: Any) -> int:
    return sum(1 for finding in verdict.findings if CODES[finding.code].group != "after" and finding.level in ("stop", "limit"))


def _judged(text: str, settings: Settings, draft: Draft, library: Library) -> Step:
    says, before, line, changes, after = draft
    changed, sets = apply_changes(text, changes)
    try:
        verdict = check_text(changed, replace(settings, **{key: value for key, value in sets.items() if key != "formula_id"}), library)
    except UnreadableRecipe:
        return Step(says=says, line=line, before=before, after=after, changes=changes, destination="fridge", limits=0)
    return Step(says=says, line=line, before=before, after=after, changes=changes, destination=verdict.destination, limits=_limits(verdict))
