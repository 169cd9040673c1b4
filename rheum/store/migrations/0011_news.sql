-- What screens are told of at once: taps, clocks, alarms that were answered; and drafts that follow from one screen to another.
CREATE TABLE news (
    id      INTEGER PRIMARY KEY CHECK (id = 1),
    number  INTEGER NOT NULL
) STRICT;

INSERT INTO news (id, number) VALUES (1, 0);

CREATE TABLE quiet (
    ring  TEXT PRIMARY KEY,
    at    TEXT NOT NULL
) STRICT, WITHOUT ROWID;

CREATE TABLE draft (
    name    TEXT PRIMARY KEY,
    body    TEXT NOT NULL CHECK (json_valid(body)),
    number  INTEGER NOT NULL,                        -- rises with every change
    screen  TEXT NOT NULL,                           -- which screen changed it last
    at      TEXT NOT NULL
) STRICT, WITHOUT ROWID;

CREATE TRIGGER event_is_news AFTER INSERT ON event
BEGIN
    UPDATE news SET number = number + 1;
END;

CREATE TRIGGER batch_is_news AFTER INSERT ON batch
BEGIN
    UPDATE news SET number = number + 1;
END;

CREATE TRIGGER timer_is_news AFTER INSERT ON timer
BEGIN
    UPDATE news SET number = number + 1;
END;

CREATE TRIGGER timer_stopped_is_news AFTER UPDATE ON timer
BEGIN
    UPDATE news SET number = number + 1;
END;

CREATE TRIGGER quiet_is_news AFTER INSERT ON quiet
BEGIN
    UPDATE news SET number = number + 1;
END;
