"""What a sentence about the process may tell: by construction from the frames themselves, and by sentences heard once before anything was mended."""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import Any

import pytest

from rheum.core.facts.formulas import Formula
from rheum.core.facts.lexicon import Frame
from rheum.core.recipe import frames
from rheum.core.recipe.writing import formula_text
from rheum.reference.words import BadReference, lexicon, read_frames, shipped
from tests.core import prose_blind, prose_kinds, prose_kinds_last, prose_kinds_more, prose_process_may, prose_process_not
from tests.core.test_hearing import BEANS, FORMULAS, LIBRARY, heard, vouched_for

FRAMES = LIBRARY.catalogue.lexicon.frames
# What tested methods say in so many words, each with the place where a telling word could stand.
PROCESS = (
    "Fill the hot jars with the beans{}.",
    "Put the lids on the jars{}.",
    "Screw the bands on{}.",
    "Put the jars into the canner{}.",
    "Process the jars for 5 minutes{}.",
    "Start the timer{} when the water boils.",
)
PUT_OFF = ("tomorrow", "this evening", "after lunch", "next week", "whenever it is convenient", "eventually", "at the weekend")
UNREAD: dict[str, dict[str, list[str]]] = tomllib.loads(Path(__file__).with_name("unread.toml").read_text(encoding="utf-8"))
REQUIRED = (
    "wiping the rims",
    "washing the jars",
    "boiling the jars",
    "processing the jars",
    "closing the lids",
    "covering the jars with water",
)
NEEDLESS = ("There is no need for {}.", "No point in {}.", "Don't bother {}.", "You can do without {}.", "Never mind {}, it is not needed.")


@pytest.mark.parametrize("sentence", PROCESS)
def test_a_step_of_the_process_is_vouched_for_and_put_off_it_is_not(sentence: str) -> None:
    assert vouched_for(BEANS + sentence.format("") + "\n")
    for when in PUT_OFF:
        assert not vouched_for(BEANS + sentence.format(f" {when}") + "\n"), when


@pytest.mark.parametrize("needless", NEEDLESS[:3])
@pytest.mark.parametrize("act", REQUIRED)
def test_what_is_required_is_never_needless(act: str, needless: str) -> None:
    assert not vouched_for(BEANS + needless.format(act) + "\n")


def test_every_frame_is_of_use(monkeypatch: pytest.MonkeyPatch) -> None:
    met: set[str] = set()
    fits = frames._fits

    def noting(frame: Frame, *asked: Any) -> bool:
        found = fits(frame, *asked)
        if found:
            met.add(frame.name)
        return found

    monkeypatch.setattr(frames, "_fits", noting)
    for sentence in (*prose_process_may.MAY, *prose_blind.MAY):
        heard(BEANS.replace("Dilly beans", "Beans for every frame") + sentence + "\n")
    assert {frame.name for frame in FRAMES.frames} - met == set()


def test_a_frame_that_allows_a_word_which_tells_nothing_is_refused() -> None:
    with pytest.raises(BadReference, match="no telling word"):
        read_frames(shipped("frames.toml").replace('words = "', 'words = "frobulated ', 2), {}, lexicon().prose)


# Let through still, and known: told in docs/decisions/0015-hearing.md.
LET_THROUGH = {
    "Give them however long you can spare in the hot water.",
    "Keep the water just steaming, about 160 degrees, so the beans stay crisp.",
    "The ten minutes includes the time it takes to come to a boil.",
    "Pour boiling water over the filled jars and let them sit until cool.",
    "Put a plate over the pot and keep it barely moving.",
    "Just rinse the jars and use them as they are.",
    "Jam the beans in till they won't move.",
    "Let them cool in a tub of cold water.",
    "Boil them or don't, it's up to you.",
    "If you mean to eat them by Christmas you can leave out the boiling.",
    "A little fuzz on top does no harm.",
    "Cook it until you can stand a spoon in it.",
    "Boil for one minute for crunch.",
}


@pytest.mark.parametrize("sentence", [one for one in prose_process_not.MAY_NOT if one not in LET_THROUGH])
def test_what_no_method_may_say_of_the_process_is_refused_or_marked(sentence: str) -> None:
    assert not vouched_for(BEANS + sentence + "\n")


def test_few_of_the_sentences_that_a_method_may_say_of_the_process_are_marked_or_refused() -> None:
    marked = [one for one in prose_process_may.MAY if not vouched_for(BEANS + one + "\n")]
    assert len(marked) <= len(prose_process_may.MAY) // 8, marked


@pytest.mark.parametrize("said", [prose_kinds, prose_kinds_more, prose_kinds_last], ids=["first", "more", "last"])
@pytest.mark.parametrize("formula", FORMULAS, ids=lambda one: one.id)
def test_what_each_kind_of_pickle_may_say_and_what_not(formula: Formula, said: Any) -> None:
    text = formula_text(formula)
    refused = [one for one in said.MAY.get(formula.id, ()) if not vouched_for(f"{text}{one}\n")]
    assert len(refused) <= 2, refused
    for sentence in said.MAY_NOT.get(formula.id, ()):
        assert sentence in LET_THROUGH or not vouched_for(f"{text}{sentence}\n"), sentence


def test_what_nobody_who_edits_the_words_has_read_is_heard_no_worse_than_when_it_was_first_heard() -> None:
    """Only the rates are told: whoever reads which of them fell has spent them."""
    clear = {
        table: sum(vouched_for(f"{of[key]}{one}\n") for key, many in UNREAD[table].items() for one in many)
        / sum(map(len, UNREAD[table].values()))
        for of in [{formula.id: formula_text(formula) for formula in FORMULAS}]
        for table in UNREAD
    }
    assert clear["may"] >= 556 / 745 and clear["may_not"] <= 62 / 735, clear
