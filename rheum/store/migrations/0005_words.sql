-- Words that a household said are only a kind of the food behind them (“clover honey”), each for the two together.
CREATE TABLE said_kind (
    word     TEXT NOT NULL,
    food     TEXT NOT NULL,
    said_at  TEXT NOT NULL,
    PRIMARY KEY (word, food)
) STRICT;

CREATE TRIGGER said_kind_added AFTER INSERT ON said_kind
BEGIN
    UPDATE revision SET number = number + 1;
END;

CREATE TRIGGER said_kind_gone AFTER DELETE ON said_kind
BEGIN
    UPDATE revision SET number = number + 1;
END;
