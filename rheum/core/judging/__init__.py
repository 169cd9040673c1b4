"""The rules: findings, what would put each right, the verdict, the minutes.

The door: `judge` gives the verdict of a text and the case it rests on, `judge_if_read` the same or None, `process_for` the minutes of a jar.
"""

from rheum.core.judging.check import Judged, check_text, judge, judge_if_read
from rheum.core.judging.process import process_for

__all__ = ["Judged", "check_text", "judge", "judge_if_read", "process_for"]
