-- What the shop holds and pays, by the name that parts lists use.
CREATE TABLE stock (
    part TEXT PRIMARY KEY,
    held REAL NOT NULL,
    price REAL
) STRICT;
