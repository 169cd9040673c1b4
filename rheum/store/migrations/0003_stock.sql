-- What a kitchen has on hand, and what batches drew from it.
CREATE TABLE bottle (
    id         TEXT PRIMARY KEY CHECK (length(id) BETWEEN 2 AND 64),
    kind       TEXT NOT NULL,                                  -- an ingredient
    name       TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
    label      REAL NOT NULL CHECK (label > 0 AND label <= 10), -- per cent w/v
    measured   REAL CHECK (measured > 0),
    give       REAL CHECK (give >= 0),                         -- two standard errors of the measurement
    lot        TEXT NOT NULL CHECK (length(lot) <= 40),
    opened     TEXT,
    price      REAL CHECK (price >= 0),
    size_ml    REAL CHECK (size_ml > 0),
    left_ml    REAL NOT NULL CHECK (left_ml >= 0),
    entered_at TEXT NOT NULL
) STRICT;

CREATE TABLE own_jar (
    id         TEXT PRIMARY KEY CHECK (length(id) BETWEEN 2 AND 64),
    title      TEXT NOT NULL CHECK (length(title) BETWEEN 1 AND 40),
    empty_g    REAL NOT NULL,
    full_g     REAL NOT NULL,
    depth_mm   REAL NOT NULL,
    mouth_mm   REAL NOT NULL,
    body_mm    REAL NOT NULL,
    entered_at TEXT NOT NULL
) STRICT;

CREATE TABLE jar_count (
    jar_id  TEXT PRIMARY KEY,
    count   INTEGER NOT NULL CHECK (count BETWEEN 0 AND 10000)
) STRICT;

CREATE TABLE lid_lot (
    id     TEXT PRIMARY KEY CHECK (length(id) BETWEEN 2 AND 64),
    mouth  TEXT NOT NULL CHECK (mouth IN ('regular', 'wide', 'other')),
    lot    TEXT NOT NULL CHECK (length(lot) BETWEEN 1 AND 40),
    count  INTEGER NOT NULL CHECK (count BETWEEN 0 AND 10000)
) STRICT;

CREATE TABLE band_count (
    mouth  TEXT PRIMARY KEY CHECK (mouth IN ('regular', 'wide', 'other')),
    count  INTEGER NOT NULL CHECK (count BETWEEN 0 AND 10000)
) STRICT;

CREATE TABLE canner (
    id        TEXT PRIMARY KEY CHECK (length(id) BETWEEN 2 AND 64),
    title     TEXT NOT NULL CHECK (length(title) BETWEEN 1 AND 40),
    kind      TEXT NOT NULL CHECK (kind IN ('bath', 'steam')),
    holds     TEXT NOT NULL CHECK (json_valid(holds)),
    depth_mm  REAL NOT NULL CHECK (depth_mm > 0),
    width_mm  REAL NOT NULL CHECK (width_mm > 0),
    watts     REAL NOT NULL CHECK (watts > 0),
    fuel      TEXT NOT NULL CHECK (fuel IN ('gas', 'electric', 'induction')),
    water_l   REAL CHECK (water_l > 0)
) STRICT;

CREATE TABLE trim (
    id          TEXT PRIMARY KEY CHECK (length(id) BETWEEN 8 AND 64),
    ingredient  TEXT NOT NULL,
    bought_g    REAL NOT NULL CHECK (bought_g > 0),
    usable_g    REAL NOT NULL CHECK (usable_g > 0 AND usable_g <= bought_g),
    at          TEXT NOT NULL
) STRICT;

CREATE INDEX trim_by_ingredient ON trim (ingredient);

CREATE TABLE pantry (
    id    INTEGER PRIMARY KEY CHECK (id = 1),
    text  TEXT NOT NULL CHECK (length(text) <= 20000)
) STRICT;

-- What a batch took: which bottle and which lot of lids went where. Only ever added.
CREATE TABLE drawn (
    batch_id  TEXT NOT NULL REFERENCES batch (id),
    what      TEXT NOT NULL CHECK (what IN ('bottle', 'lids', 'jars')),
    item_id   TEXT NOT NULL,
    says      TEXT NOT NULL,
    amount    REAL NOT NULL CHECK (amount > 0),
    PRIMARY KEY (batch_id, what, item_id)
) STRICT, WITHOUT ROWID;

CREATE INDEX drawn_by_item ON drawn (what, item_id);

CREATE TRIGGER drawn_stays BEFORE UPDATE ON drawn
BEGIN
    SELECT RAISE(ABORT, 'what a batch took stays recorded');
END;

-- Own jars are jars that a verdict may name.
CREATE TRIGGER own_jar_added AFTER INSERT ON own_jar
BEGIN
    UPDATE revision SET number = number + 1;
END;

CREATE TRIGGER own_jar_changed AFTER UPDATE ON own_jar
BEGIN
    UPDATE revision SET number = number + 1;
END;

CREATE TRIGGER own_jar_removed AFTER DELETE ON own_jar
BEGIN
    UPDATE revision SET number = number + 1;
END;
