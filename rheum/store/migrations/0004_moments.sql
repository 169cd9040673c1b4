-- Events keep the machine's steady readings beside the time; events written before have none.
ALTER TABLE event ADD COLUMN steady_s REAL;
ALTER TABLE event ADD COLUMN boottime_s REAL;
ALTER TABLE event ADD COLUMN boot TEXT;

CREATE INDEX batch_under_way ON batch (begun_at DESC) WHERE step <> 'done';

-- One number that changes whenever anything does that a screen may show besides verdicts and batches under way.
CREATE TABLE change (
    id      INTEGER PRIMARY KEY CHECK (id = 1),
    number  INTEGER NOT NULL
) STRICT;

INSERT INTO change (id, number) VALUES (1, 0);

CREATE TRIGGER kitchen_told_added AFTER INSERT ON kitchen
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER kitchen_told_changed AFTER UPDATE ON kitchen
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER recipe_told_added AFTER INSERT ON recipe
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER recipe_told_changed AFTER UPDATE ON recipe
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER recipe_told_removed AFTER DELETE ON recipe
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER bottle_told_added AFTER INSERT ON bottle
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER bottle_told_changed AFTER UPDATE ON bottle
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER bottle_told_removed AFTER DELETE ON bottle
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER jar_count_told_added AFTER INSERT ON jar_count
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER jar_count_told_changed AFTER UPDATE ON jar_count
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER lid_lot_told_added AFTER INSERT ON lid_lot
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER lid_lot_told_changed AFTER UPDATE ON lid_lot
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER lid_lot_told_removed AFTER DELETE ON lid_lot
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER band_count_told_added AFTER INSERT ON band_count
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER band_count_told_changed AFTER UPDATE ON band_count
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER canner_told_added AFTER INSERT ON canner
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER canner_told_changed AFTER UPDATE ON canner
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER canner_told_removed AFTER DELETE ON canner
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER trim_told_added AFTER INSERT ON trim
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER trim_told_changed AFTER UPDATE ON trim
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER pantry_told_added AFTER INSERT ON pantry
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER pantry_told_changed AFTER UPDATE ON pantry
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER batch_told_added AFTER INSERT ON batch
BEGIN
    UPDATE change SET number = number + 1;
END;

CREATE TRIGGER event_told_added AFTER INSERT ON event
BEGIN
    UPDATE change SET number = number + 1;
END;
