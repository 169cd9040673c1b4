"""The acts of a kitchen, told apart from telling and eating."""

from __future__ import annotations

from typing import Final

KITCHEN: Final = frozenset(
    "wash trim peel cut mince puree heat boil simmer blanch fry roast bake combine put fill cover leave stand drain strain process time close off turn lift discard throw store tie skim free use thicken reduce dilute replace omit increase overdo scare invert retighten freeze wrap vacuum ferment zap".split()
)
