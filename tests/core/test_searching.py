"""Recipes are found by what people call them."""

from __future__ import annotations

import pytest

from rheum.core.matching.searching import finds, words_of_formula
from rheum.reference.loading import called, library

FACTS = library()


@pytest.mark.parametrize(
    ("words", "wanted"),
    [
        ("peppers", {"yellow-pepper-rings", "jalapeno-rings", "pepper-onion-relish", "marinated-peppers"}), ("chili", {"jalapeno-rings", "chile-salsa"}),
        ("hot", {"pickled-hot-peppers", "jalapeno-rings", "chile-salsa"}), ("brine", {"dilled-green-beans", "dill-cucumbers-fresh-pack"}),
        ("courgettes", {"bread-and-butter-zucchini"}), ("gherkin", {"dill-cucumbers-fresh-pack"}), ("beetroots", {"pickled-beets"}), ("ketchup", {"tomato-ketchup"}),
        ("tomat", {"choice-salsa", "tomato-ketchup"}), ("hot salsa", {"chile-salsa"}), ("USDA", {"dilled-okra"}),
    ],
)  # fmt: skip
def test_by_plural_synonym_group_and_kind(words: str, wanted: set[str]) -> None:
    found = {one.id for one in FACTS.formulas.values() if finds(words, words_of_formula(one, called()))}
    assert wanted <= found, wanted - found
    assert len(found) < len(FACTS.formulas)


def test_every_row_is_of_something() -> None:
    things = {name for item in FACTS.catalogue.by_id.values() for name in (item.id, item.klass, item.swap_group, item.role.role)}
    kinds = {f"kind:{formula.kind}" for formula in FACTS.formulas.values()}
    assert set(called()) <= things | kinds, set(called()) - things - kinds


def test_what_nobody_has_is_not_found() -> None:
    assert not any(finds("skirret", words_of_formula(one, called())) for one in FACTS.formulas.values())
