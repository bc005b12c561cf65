-- The number of a line says its job and its kind: what stands in very many lines is counted in the index alone.
DROP TABLE said;
DROP TABLE said_line;

CREATE TABLE said_kind (
    code INTEGER PRIMARY KEY CHECK (code < 64),
    key TEXT NOT NULL UNIQUE
) STRICT;

CREATE TABLE said_line (
    -- Job, kind and number within the job: job * 2^26 + kind * 2^20 + number.
    id INTEGER PRIMARY KEY,
    text TEXT NOT NULL,
    -- Unit, vehicle and title of the job: what is searched may name them too.
    about TEXT NOT NULL
) STRICT;

CREATE VIRTUAL TABLE said USING fts5 (
    text, about,
    content = 'said_line', content_rowid = 'id',
    tokenize = 'unicode61 remove_diacritics 2', prefix = '2 3'
);

CREATE TRIGGER said_in AFTER INSERT ON said_line
BEGIN
    INSERT INTO said (rowid, text, about) VALUES (new.id, new.text, new.about);
END;

CREATE TRIGGER said_out AFTER DELETE ON said_line
BEGIN
    INSERT INTO said (said, rowid, text, about) VALUES ('delete', old.id, old.text, old.about);
END;

CREATE TRIGGER said_of_job_out AFTER DELETE ON job
BEGIN
    DELETE FROM said_line WHERE id BETWEEN old.id << 26 AND (old.id << 26) + (1 << 26) - 1;
END;

-- All of it is read again.
UPDATE job SET said_rev = NULL;
