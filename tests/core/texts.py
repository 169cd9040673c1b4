"""Texts that several tests need: a formula as its list alone, without the steps that Rheum writes under it."""

from __future__ import annotations

import re


def without_steps(text: str) -> str:
    """A formula's text without its numbered steps; pack, headspace and minutes stay."""
    return "\n".join(line for line in text.split("\n") if not re.match(r"\d+\. ", line))
