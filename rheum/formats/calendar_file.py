"""A day as an iCalendar file (RFC 5545): each task an event with an id that stays, and a reminder at its beginning."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime, timedelta, timezone

from icalendar import Alarm, Calendar, Event

Row = tuple[str, str, datetime, datetime]


def calendar_of(day_id: str, title: str, rows: Iterable[Row], made_at: datetime) -> bytes:
    """The calendar of a day: rows of (task, what is done, begin, end). The same task of the same day has the same id, however often it is moved."""
    calendar = Calendar()
    calendar.add("prodid", "-//Rheum//day//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", title)
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
