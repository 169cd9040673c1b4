-- A jar is somebody: where it is now, and what is found again by words. Still a projection of the events, by rowid so that its words can be found.
CREATE TABLE jar_now (
    id           INTEGER PRIMARY KEY,
    batch_id     TEXT NOT NULL REFERENCES batch (id),
    number       INTEGER NOT NULL,
    load         INTEGER NOT NULL,
    place        TEXT NOT NULL CHECK (place IN ('shelf', 'fridge', 'pending')),
    state        TEXT NOT NULL CHECK (state IN ('closed', 'opened', 'finished', 'given', 'missing', 'out', 'thrown')),
    made_on      TEXT NOT NULL,
    ready_from   TEXT NOT NULL,
    best_before  TEXT NOT NULL,                      -- of what is opened or cold, its last day
    stands_at    TEXT NOT NULL,                      -- in free words
    given_to     TEXT NOT NULL,
    look         INTEGER NOT NULL,                   -- a batch mate was found wrong
    UNIQUE (batch_id, number)
) STRICT;

INSERT INTO jar_now (batch_id, number, load, place, state, made_on, ready_from, best_before, stands_at, given_to, look)
SELECT batch_id, number, load, place, 'closed', made_on, ready_from, best_before, '', '', 0 FROM jar;

DROP TABLE jar;
ALTER TABLE jar_now RENAME TO jar;
CREATE INDEX jar_by_ready ON jar (state, place, ready_from);
CREATE INDEX jar_by_time ON jar (made_on, batch_id, number);

CREATE VIRTUAL TABLE jar_words USING fts5 (words, tokenize = 'porter unicode61 remove_diacritics 2');

INSERT INTO jar_words (rowid, words)
SELECT jar.id, batch.number || ' ' || batch.title || ' ' || coalesce(batch.snapshot ->> '$.text', '')
FROM jar JOIN batch ON batch.id = jar.batch_id;
