-- The kitchen, the batches begun in it, what happened to them, and the jars they made.
CREATE TABLE meta (
    key   TEXT PRIMARY KEY CHECK (key IN ('kind')),
    value TEXT NOT NULL CHECK (value IN ('kitchen', 'demo'))
) STRICT;

CREATE TABLE kitchen (
    id             INTEGER PRIMARY KEY CHECK (id = 1),
    name           TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
    altitude       TEXT NOT NULL,                 -- as entered, exact
    altitude_unit  TEXT NOT NULL CHECK (altitude_unit IN ('m', 'ft')),
    measures       TEXT NOT NULL CHECK (measures IN ('us', 'metric', 'imperial')),
    jars_per_load  INTEGER CHECK (jars_per_load BETWEEN 1 AND 60)
) STRICT;

CREATE TABLE batch (
    id        TEXT PRIMARY KEY CHECK (length(id) BETWEEN 8 AND 64),
    number    TEXT NOT NULL UNIQUE,               -- 26-014: year, running number
    begun_at  TEXT NOT NULL,                      -- UTC, ISO 8601
    title     TEXT NOT NULL,
    snapshot  TEXT NOT NULL CHECK (json_valid(snapshot)),
    verdict   TEXT NOT NULL CHECK (json_valid(verdict)),
    step      TEXT NOT NULL                       -- projection of the events, for lists
) STRICT;

CREATE INDEX batch_by_time ON batch (begun_at DESC);

-- What was begun is never changed.
CREATE TRIGGER batch_snapshot_stays
BEFORE UPDATE OF id, number, begun_at, title, snapshot, verdict ON batch
BEGIN
    SELECT RAISE(ABORT, 'a batch begun keeps what it was begun with');
END;

CREATE TABLE event (
    id        TEXT PRIMARY KEY CHECK (length(id) BETWEEN 8 AND 64),
    batch_id  TEXT NOT NULL REFERENCES batch (id),
    sequence  INTEGER NOT NULL,
    at        TEXT NOT NULL,
    kind      TEXT NOT NULL,
    load      INTEGER,
    jar       INTEGER,
    data      TEXT NOT NULL CHECK (json_valid(data)),
    UNIQUE (batch_id, sequence)
) STRICT;

CREATE TRIGGER event_stays_update
BEFORE UPDATE ON event
BEGIN
    SELECT RAISE(ABORT, 'events are only ever added');
END;

CREATE TRIGGER event_stays_delete
BEFORE DELETE ON event
BEGIN
    SELECT RAISE(ABORT, 'events are only ever added');
END;

-- The jars that stand somewhere: written anew from the events of their batch in the same transaction.
CREATE TABLE jar (
    batch_id     TEXT NOT NULL REFERENCES batch (id),
    number       INTEGER NOT NULL,
    load         INTEGER NOT NULL,
    place        TEXT NOT NULL CHECK (place IN ('shelf', 'fridge', 'pending')),
    made_on      TEXT NOT NULL,
    ready_from   TEXT NOT NULL,
    best_before  TEXT NOT NULL,
    PRIMARY KEY (batch_id, number)
) STRICT, WITHOUT ROWID;

CREATE INDEX jar_by_ready ON jar (place, ready_from);
