"""That a line was not understood."""

from __future__ import annotations


class LineUnread(ValueError):
    """A line that was not understood; the message is the sentence to show beside it. `name`: the one unknown name that stands
    in the way, which a person may place. `word`: the one word that stands before or behind a known food and may be only a kind of it, `food` that food's id."""

    def __init__(self, message: str, name: str | None = None, word: str | None = None, food: str | None = None) -> None:
        super().__init__(message)
        self.name = name
        self.word = word
        self.food = food
