"""A figure or a wish that cannot be used, as a sentence and the field it is about."""

from __future__ import annotations


class RequestError(ValueError):
    """A setting that cannot be used: `field` names it, the message says what to write instead."""

    def __init__(self, field: str, message: str) -> None:
        super().__init__(message)
        self.field = field
