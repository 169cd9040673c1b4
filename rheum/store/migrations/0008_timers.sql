-- Plain clocks of one's own beside those of the batches; a clock that was stopped stays, so that a tap sent twice counts once.
CREATE TABLE timer (
    id           TEXT PRIMARY KEY,
    says         TEXT NOT NULL,
    minutes      REAL NOT NULL CHECK (minutes > 0),
    at           TEXT NOT NULL,
    steady_s     REAL,
    boottime_s   REAL,
    boot         TEXT,
    stopped_at   TEXT
) STRICT, WITHOUT ROWID;

CREATE INDEX timer_running ON timer (at) WHERE stopped_at IS NULL;

CREATE TRIGGER timer_set AFTER INSERT ON timer
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER timer_stopped AFTER UPDATE ON timer
BEGIN
    UPDATE change SET number = number + 1;
END;
