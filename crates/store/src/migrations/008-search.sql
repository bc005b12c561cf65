-- What is said of jobs, line by line, to be searched. Made from them and never the truth itself: it can be emptied, and is
-- filled again.
CREATE TABLE said_line (
    id INTEGER PRIMARY KEY,
    job_id INTEGER NOT NULL REFERENCES job (id) ON DELETE CASCADE,
    -- What kind of thing the line tells.
    kind TEXT NOT NULL,
    text TEXT NOT NULL,
    -- Unit, vehicle and title of the job: what is searched may name them too.
    about TEXT NOT NULL
) STRICT;
CREATE INDEX said_of_job ON said_line (job_id);

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

-- The revision of each job that the lines are of.
ALTER TABLE job ADD COLUMN said_rev INTEGER;
