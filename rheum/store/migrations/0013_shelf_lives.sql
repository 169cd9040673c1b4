-- What a jar was traced for, until it is told.
ALTER TABLE jar ADD COLUMN recalled TEXT NOT NULL DEFAULT '';
CREATE INDEX jar_by_state ON jar (state);
CREATE INDEX jar_recalled ON jar (recalled) WHERE recalled <> '';
CREATE INDEX jar_look ON jar (batch_id) WHERE look = 1;
CREATE INDEX jar_missing ON jar (batch_id) WHERE state = 'missing';

-- Where a batch's produce came from.
CREATE TABLE produce (
    batch_id  TEXT NOT NULL REFERENCES batch (id),
    name      TEXT NOT NULL,
    source    TEXT NOT NULL,                         -- whose, in free words
    picked    TEXT NOT NULL,                         -- a date, or nothing
    amount    TEXT NOT NULL
) STRICT;
CREATE INDEX produce_by_source ON produce (source, picked);
CREATE INDEX produce_by_batch ON produce (batch_id);

-- The jars of one batch that stand together: what the shelf draws, counted once and not at every look. A projection like the jars themselves.
CREATE TABLE shelf_group (
    batch_id     TEXT NOT NULL REFERENCES batch (id),
    place        TEXT NOT NULL CHECK (place IN ('shelf', 'fridge')),
    stands_at    TEXT NOT NULL,                      -- in free words
    formula_id   TEXT NOT NULL,                      -- '' where it has none
    jars         INTEGER NOT NULL,
    numbers      TEXT NOT NULL,
    told         TEXT NOT NULL,                      -- of these, the open ones and those that are out: `3o,4x`
    made_on      TEXT NOT NULL,
    ready_from   TEXT NOT NULL,
    first_from   TEXT NOT NULL,                      -- from when it is to be used first
    best_before  TEXT NOT NULL,
    PRIMARY KEY (batch_id, place, stands_at)
) STRICT, WITHOUT ROWID;
CREATE INDEX shelf_group_by_end ON shelf_group (place, best_before, batch_id DESC);
CREATE INDEX shelf_group_by_date ON shelf_group (best_before, batch_id DESC);
CREATE INDEX shelf_group_by_first ON shelf_group (place, first_from, batch_id DESC);
CREATE INDEX shelf_group_by_ready ON shelf_group (place, ready_from);
CREATE INDEX shelf_group_by_stand ON shelf_group (place, stands_at, best_before, batch_id DESC);

-- How many there are, kept with every change, so that counting costs no more with ten years of jars.
CREATE TABLE shelf_day (
    place        TEXT NOT NULL,
    ready_from   TEXT NOT NULL,
    first_from   TEXT NOT NULL,
    best_before  TEXT NOT NULL,
    jars         INTEGER NOT NULL,
    groups       INTEGER NOT NULL,
    PRIMARY KEY (place, best_before, first_from, ready_from)
) STRICT, WITHOUT ROWID;

CREATE TABLE shelf_sort (
    place       TEXT NOT NULL,
    stands_at   TEXT NOT NULL,
    formula_id  TEXT NOT NULL,
    jars        INTEGER NOT NULL,
    groups      INTEGER NOT NULL,
    PRIMARY KEY (place, stands_at, formula_id)
) STRICT, WITHOUT ROWID;

CREATE TRIGGER shelf_group_comes AFTER INSERT ON shelf_group BEGIN
    INSERT INTO shelf_day (place, ready_from, first_from, best_before, jars, groups)
    VALUES (new.place, new.ready_from, new.first_from, new.best_before, new.jars, 1)
    ON CONFLICT DO UPDATE SET jars = jars + excluded.jars, groups = groups + 1;
    INSERT INTO shelf_sort (place, stands_at, formula_id, jars, groups)
    VALUES (new.place, new.stands_at, new.formula_id, new.jars, 1)
    ON CONFLICT DO UPDATE SET jars = jars + excluded.jars, groups = groups + 1;
END;

CREATE TRIGGER shelf_group_goes AFTER DELETE ON shelf_group BEGIN
    UPDATE shelf_day SET jars = jars - old.jars, groups = groups - 1
    WHERE place = old.place AND ready_from = old.ready_from AND first_from = old.first_from AND best_before = old.best_before;
    DELETE FROM shelf_day
    WHERE place = old.place AND ready_from = old.ready_from AND first_from = old.first_from AND best_before = old.best_before AND groups = 0;
    UPDATE shelf_sort SET jars = jars - old.jars, groups = groups - 1
    WHERE place = old.place AND stands_at = old.stands_at AND formula_id = old.formula_id;
    DELETE FROM shelf_sort
    WHERE place = old.place AND stands_at = old.stands_at AND formula_id = old.formula_id AND groups = 0;
END;

INSERT INTO shelf_group (batch_id, place, stands_at, formula_id, jars, numbers, told, made_on, ready_from, first_from, best_before)
SELECT jar.batch_id, jar.place, jar.stands_at, coalesce(batch.snapshot ->> '$.formula_id', ''), count(*),
       group_concat(jar.number),
       coalesce(group_concat(jar.number || CASE jar.state WHEN 'opened' THEN 'o' ELSE 'x' END) FILTER (WHERE jar.state <> 'closed'), ''),
       min(jar.made_on), max(jar.ready_from),
       date(min(jar.best_before), '-' || min(90, max(0, CAST((julianday(min(jar.best_before)) - julianday(max(jar.ready_from))) / 2 AS INTEGER))) || ' days'),
       min(jar.best_before)
FROM jar JOIN batch ON batch.id = jar.batch_id
WHERE jar.state IN ('closed', 'opened', 'out') AND jar.place IN ('shelf', 'fridge')
GROUP BY jar.batch_id, jar.place, jar.stands_at;

-- Lines of Today that were put off, and until when.
CREATE TABLE put_off (
    line   TEXT PRIMARY KEY,
    until  TEXT NOT NULL
) STRICT;
