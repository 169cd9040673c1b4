"""Days and jars as iCalendar files (RFC 5545): each an event with an id that stays."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, datetime, timedelta, timezone

from icalendar import Alarm, Calendar, Event

# A seal check takes some minutes.
_A_WHILE = timedelta(minutes=15)
Row = tuple[str, str, datetime, datetime]


def calendar_of(day_id: str, title: str, rows: Iterable[Row], made_at: datetime) -> bytes:
    """The calendar of a day: rows of (task, what is done, begin, end). The same task of the same day has the same id, however often it is moved."""
    calendar = _empty("day", title)
    for task, says, begins, ends in rows:
        event = Event()
        event.add("uid", f"{day_id}.{task}@rheum")
        event.add("dtstamp", made_at.astimezone(timezone.utc))
        event.add("dtstart", begins.astimezone(timezone.utc))
        event.add("dtend", ends.astimezone(timezone.utc))
        event.add("summary", says)
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("description", says)
        alarm.add("trigger", timedelta(0))
        event.add_component(alarm)
        calendar.add_component(event)
    return bytes(calendar.to_ical())


@dataclass(frozen=True, slots=True)
class Entry:
    """Something of a jar on a day, or at a moment."""

    id: str
    says: str
    at: date | datetime


def jars_calendar(entries: Iterable[Entry], stamp: datetime) -> bytes:
    """The calendar of the shelf: whole days, and seal checks at their hour."""
    calendar = _empty("jars", "Jars")
    for entry in entries:
        event = Event()
        event.add("uid", f"{entry.id}@rheum")
        event.add("dtstamp", stamp.astimezone(timezone.utc))
        if isinstance(entry.at, datetime):
            event.add("dtstart", entry.at.astimezone(timezone.utc))
            event.add("dtend", (entry.at + _A_WHILE).astimezone(timezone.utc))
        else:
            event.add("dtstart", entry.at)
            event.add("dtend", entry.at + timedelta(days=1))
            event.add("transp", "TRANSPARENT")
        event.add("summary", entry.says)
        calendar.add_component(event)
    return bytes(calendar.to_ical())


def _empty(what: str, title: str) -> Calendar:
    calendar = Calendar()
    calendar.add("prodid", f"-//Rheum//{what}//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", title)
    return calendar
