-- Which batches were begun from a kept day: the day's batch, and the batch under way. And the burners there are.
ALTER TABLE day ADD COLUMN begun TEXT NOT NULL DEFAULT '{}';    -- JSON: id in the day -> id of the batch

CREATE TABLE hob (
    id     INTEGER PRIMARY KEY CHECK (id = 1),
    large  INTEGER NOT NULL CHECK (large BETWEEN 0 AND 12),
    small  INTEGER NOT NULL CHECK (small BETWEEN 0 AND 12)
) STRICT;

CREATE TRIGGER hob_set AFTER INSERT ON hob
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER hob_changed AFTER UPDATE ON hob
BEGIN
    UPDATE change SET number = number + 1;
END;
