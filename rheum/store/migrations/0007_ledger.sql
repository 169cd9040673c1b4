-- Stock is a ledger: each movement is a row, and what is left of a thing is their sum. Only ever added to.
CREATE TABLE movement (
    id        INTEGER PRIMARY KEY,
    at        TEXT NOT NULL,
    what      TEXT NOT NULL CHECK (what IN ('bottle', 'lids', 'jars', 'bands')),
    item_id   TEXT NOT NULL,
    amount    REAL NOT NULL,                       -- millilitres or pieces; out of the stock below zero
    why       TEXT NOT NULL CHECK (why IN ('counted', 'bought', 'drawn', 'given back', 'broken')),
    batch_id  TEXT REFERENCES batch (id),
    event_id  TEXT,                                -- the batch's event that moved it
    says      TEXT NOT NULL DEFAULT ''
) STRICT;

CREATE INDEX movement_by_item ON movement (what, item_id);

CREATE INDEX movement_by_batch ON movement (batch_id) WHERE batch_id IS NOT NULL;

-- What is there today, and what batches drew of it: counted first, then drawn, so that the sum is what is left.
INSERT INTO movement (at, what, item_id, amount, why)
SELECT '', 'bottle', id, left_ml + coalesce((SELECT sum(amount) FROM drawn WHERE what = 'bottle' AND item_id = bottle.id), 0), 'counted'
FROM bottle;

INSERT INTO movement (at, what, item_id, amount, why)
SELECT '', 'lids', id, count + coalesce((SELECT sum(amount) FROM drawn WHERE what = 'lids' AND item_id = lid_lot.id), 0), 'counted'
FROM lid_lot;

INSERT INTO movement (at, what, item_id, amount, why)
SELECT '', 'jars', jar_id, count + coalesce((SELECT sum(amount) FROM drawn WHERE what = 'jars' AND item_id = jar_count.jar_id), 0), 'counted'
FROM jar_count;

INSERT INTO movement (at, what, item_id, amount, why)
SELECT '', 'bands', mouth, count, 'counted'
FROM band_count;

-- Of what was taken out since: as much as was drawn of it.
INSERT INTO movement (at, what, item_id, amount, why)
SELECT '', what, item_id, sum(amount), 'counted'
FROM drawn
WHERE NOT EXISTS (SELECT 1 FROM movement WHERE movement.what = drawn.what AND movement.item_id = drawn.item_id)
GROUP BY what, item_id;

INSERT INTO movement (at, what, item_id, amount, why, batch_id, says)
SELECT batch.begun_at, drawn.what, drawn.item_id, -drawn.amount, 'drawn', drawn.batch_id, drawn.says
FROM drawn
JOIN batch ON batch.id = drawn.batch_id;

DROP TABLE drawn;

DROP TABLE jar_count;

DROP TABLE band_count;

ALTER TABLE bottle DROP COLUMN left_ml;

ALTER TABLE lid_lot DROP COLUMN count;

CREATE TRIGGER movement_stays BEFORE UPDATE ON movement
BEGIN
    SELECT RAISE(ABORT, 'what moved stays recorded');
END;

CREATE TRIGGER movement_is_kept BEFORE DELETE ON movement
BEGIN
    SELECT RAISE(ABORT, 'what moved stays recorded');
END;

CREATE VIEW stock_left AS
SELECT what, item_id, sum(amount) AS amount
FROM movement
GROUP BY what, item_id;
