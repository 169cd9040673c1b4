"""What cannot be: one base for every refusal, a sentence that says what is wrong and what to do, and the field it is about."""

from __future__ import annotations


class Refused(ValueError):
    """Something that was asked or told and cannot be. The message is the sentence to show; `field` names the figure it is about,
    `title` and `status` are those of the HTTP problem (RFC 9457) that it becomes."""

    title: str = "Cannot be used"
    status: int = 422
    field: str | None = None

    def __init__(self, message: str, field: str | None = None) -> None:
        super().__init__(message)
        if field is not None:
            self.field = field


class RequestError(Refused):
    """A setting or figure that cannot be used: `field` names it, the message says what to write instead."""

    def __init__(self, field: str | None, message: str) -> None:
        super().__init__(message, field)
