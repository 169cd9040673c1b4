-- Days that were laid out and kept: what was asked, and the plan that came of it.
CREATE TABLE day (
    id       TEXT PRIMARY KEY,
    title    TEXT NOT NULL,
    asked    TEXT NOT NULL,                        -- JSON, as it was asked for
    laid     TEXT NOT NULL,                        -- JSON, as it was answered
    begins   TEXT NOT NULL,
    kept_at  TEXT NOT NULL
) STRICT, WITHOUT ROWID;

CREATE INDEX day_by_begin ON day (begins);

CREATE TRIGGER day_kept AFTER INSERT ON day
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER day_changed AFTER UPDATE ON day
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER day_thrown_away AFTER DELETE ON day
BEGIN
    UPDATE change SET number = number + 1;
END;
