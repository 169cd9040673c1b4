-- When a jar came to be as it is, and why it was thrown out.
ALTER TABLE jar ADD COLUMN since TEXT NOT NULL DEFAULT '';
ALTER TABLE jar ADD COLUMN why TEXT NOT NULL DEFAULT '';
CREATE INDEX jar_by_since ON jar (since, state);
CREATE INDEX jar_by_made ON jar (made_on);

-- What each batch came to, for what the kitchen learns; a projection of its events, written when it is done.
CREATE TABLE sampled (
    batch_id  TEXT PRIMARY KEY REFERENCES batch (id),
    sealed    INTEGER NOT NULL,
    failed    INTEGER NOT NULL
) STRICT, WITHOUT ROWID;

CREATE TABLE sample (
    batch_id  TEXT NOT NULL REFERENCES batch (id),
    kind      TEXT NOT NULL,
    key       TEXT NOT NULL,
    ratio     REAL NOT NULL
) STRICT;
CREATE INDEX sample_by_batch ON sample (batch_id);
CREATE INDEX sample_by_key ON sample (kind, key);

-- Taps that a screen kept and told late: no time is learnt from them.
CREATE TABLE kept_tap (
    event_id  TEXT PRIMARY KEY
) STRICT, WITHOUT ROWID;

-- Learnt figures that a person set aside.
CREATE TABLE set_aside (
    kind  TEXT NOT NULL,
    key   TEXT NOT NULL,
    PRIMARY KEY (kind, key)
) STRICT, WITHOUT ROWID;

-- What to change next time, found again by the title and the formula of its batch; a projection.
CREATE TABLE next_time (
    batch_id    TEXT PRIMARY KEY REFERENCES batch (id),
    title       TEXT NOT NULL,
    formula_id  TEXT NOT NULL,
    note        TEXT NOT NULL,
    at          TEXT NOT NULL
) STRICT, WITHOUT ROWID;
CREATE INDEX next_time_by_title ON next_time (title, at);
CREATE INDEX next_time_by_formula ON next_time (formula_id, at);

-- What is to be made next year.
CREATE TABLE wish (
    id          TEXT PRIMARY KEY,
    title       TEXT NOT NULL,
    formula_id  TEXT NOT NULL,
    jars        INTEGER NOT NULL,
    made_at     TEXT NOT NULL
) STRICT, WITHOUT ROWID;

-- Prices, optional, in the kitchen's own money: of a kilogram of an ingredient, of a new lid, of a jar.
CREATE TABLE price (
    what   TEXT PRIMARY KEY,
    price  REAL NOT NULL CHECK (price >= 0)
) STRICT, WITHOUT ROWID;

-- Words that the kitchen keeps: its currency, when it was last backed up.
CREATE TABLE word (
    key    TEXT PRIMARY KEY,
    value  TEXT NOT NULL
) STRICT, WITHOUT ROWID;

CREATE TABLE picture (
    id        TEXT PRIMARY KEY,
    batch_id  TEXT NOT NULL REFERENCES batch (id),
    at        TEXT NOT NULL,
    wide      INTEGER NOT NULL,
    high      INTEGER NOT NULL,
    jpeg      BLOB NOT NULL
) STRICT, WITHOUT ROWID;
CREATE INDEX picture_by_batch ON picture (batch_id, at);
