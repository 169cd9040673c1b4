-- The kitchen's own recipes, formulas entered from tested sources, ingredients it has placed, and its choices between schools.
CREATE TABLE recipe (
    id          TEXT PRIMARY KEY CHECK (length(id) BETWEEN 8 AND 64),
    title       TEXT NOT NULL CHECK (length(title) BETWEEN 1 AND 120),
    text        TEXT NOT NULL CHECK (length(text) BETWEEN 1 AND 40000),
    origin      TEXT NOT NULL CHECK (origin IN ('own', 'friend', 'video', 'page', 'merged', 'formula', 'book')),
    settings    TEXT NOT NULL CHECK (json_valid(settings)),
    created_at  TEXT NOT NULL,
    changed_at  TEXT NOT NULL
) STRICT;

CREATE INDEX recipe_by_change ON recipe (changed_at DESC);

CREATE TABLE own_formula (
    id          TEXT PRIMARY KEY CHECK (length(id) BETWEEN 3 AND 80),
    title       TEXT NOT NULL,
    toml        TEXT NOT NULL,                   -- one [[formula]] of the shipped shape
    entered_at  TEXT NOT NULL
) STRICT;

CREATE TABLE placement (
    words      TEXT PRIMARY KEY CHECK (length(words) BETWEEN 3 AND 60),  -- the name as comparable words
    name       TEXT NOT NULL CHECK (length(name) BETWEEN 3 AND 40),
    kind       TEXT NOT NULL,
    placed_at  TEXT NOT NULL
) STRICT;

CREATE TABLE choice (
    matter  TEXT PRIMARY KEY CHECK (matter IN ('chart', 'sterilise', 'water', 'cool_hours', 'unsealed_days', 'rim')),
    value   TEXT NOT NULL
) STRICT;

-- One number that changes whenever a verdict could: what a server has read stays good while it stands.
CREATE TABLE revision (
    id      INTEGER PRIMARY KEY CHECK (id = 1),
    number  INTEGER NOT NULL
) STRICT;

INSERT INTO revision (id, number) VALUES (1, 0);

CREATE TRIGGER own_formula_added AFTER INSERT ON own_formula
BEGIN
    UPDATE revision SET number = number + 1;
END;

CREATE TRIGGER own_formula_changed AFTER UPDATE ON own_formula
BEGIN
    UPDATE revision SET number = number + 1;
END;

CREATE TRIGGER own_formula_removed AFTER DELETE ON own_formula
BEGIN
    UPDATE revision SET number = number + 1;
END;

CREATE TRIGGER placement_added AFTER INSERT ON placement
BEGIN
    UPDATE revision SET number = number + 1;
END;

CREATE TRIGGER placement_changed AFTER UPDATE ON placement
BEGIN
    UPDATE revision SET number = number + 1;
END;

CREATE TRIGGER placement_removed AFTER DELETE ON placement
BEGIN
    UPDATE revision SET number = number + 1;
END;

CREATE TRIGGER choice_added AFTER INSERT ON choice
BEGIN
    UPDATE revision SET number = number + 1;
END;

CREATE TRIGGER choice_changed AFTER UPDATE ON choice
BEGIN
    UPDATE revision SET number = number + 1;
END;
