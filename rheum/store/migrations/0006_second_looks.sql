-- What was judged again by a later Rheum, and found stricter: told once, with its reason. Nothing moves by itself.
CREATE TABLE judge (
    id    INTEGER PRIMARY KEY CHECK (id = 1),
    mark  TEXT NOT NULL                            -- of the rules and facts that last went through everything
) STRICT;

-- What each thing came to when it was last gone through; a batch's own verdict counts until then.
CREATE TABLE last_judged (
    kind         TEXT NOT NULL CHECK (kind IN ('batch', 'recipe', 'formula', 'placement')),
    subject      TEXT NOT NULL,
    destination  TEXT NOT NULL CHECK (destination IN ('shelf', 'fridge', 'discard')),
    minutes      INTEGER,
    PRIMARY KEY (kind, subject)
) STRICT, WITHOUT ROWID;

CREATE TABLE second_look (
    id        INTEGER PRIMARY KEY,
    kind      TEXT NOT NULL CHECK (kind IN ('batch', 'recipe', 'formula', 'placement')),
    subject   TEXT NOT NULL,
    title     TEXT NOT NULL,
    says      TEXT NOT NULL,
    why       TEXT NOT NULL,
    found_at  TEXT NOT NULL,
    seen_at   TEXT
) STRICT;

CREATE INDEX second_look_by_subject ON second_look (kind, subject);

CREATE TRIGGER second_look_told AFTER INSERT ON second_look
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER second_look_seen AFTER UPDATE ON second_look
BEGIN
    UPDATE change SET number = number + 1;
END;
