-- Every change, each entry bound to the one before it by its hash. Only ever added to.
CREATE TABLE history (
    id INTEGER PRIMARY KEY,
    job_id INTEGER NOT NULL,
    -- The revision or the picture that the entry speaks of.
    subject INTEGER NOT NULL,
    at TEXT NOT NULL,
    who TEXT NOT NULL,
    what TEXT NOT NULL,
    -- SHA-256 of the text of the revision or the bytes of the picture, in hex.
    content TEXT NOT NULL,
    -- SHA-256 of the entry before and of all of the above, in hex.
    hash TEXT NOT NULL
) STRICT;

CREATE TRIGGER history_stays BEFORE UPDATE ON history
BEGIN
    SELECT RAISE(ABORT, 'the history is only added to');
END;

CREATE TRIGGER history_is_kept BEFORE DELETE ON history
BEGIN
    SELECT RAISE(ABORT, 'the history is only added to');
END;

CREATE TABLE picture (
    id INTEGER PRIMARY KEY,
    job_id INTEGER NOT NULL REFERENCES job (id),
    -- The step or place that it shows.
    shows TEXT NOT NULL,
    name TEXT NOT NULL,
    at TEXT NOT NULL,
    who TEXT NOT NULL,
    bytes BLOB NOT NULL
) STRICT;
CREATE INDEX picture_of_job ON picture (job_id);
