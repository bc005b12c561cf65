-- Rows of the yard as they were worked out last, so that a large one is listed at once. Made from the jobs and never the
-- truth itself.
CREATE TABLE yard_row (
    job_id INTEGER PRIMARY KEY REFERENCES job (id) ON DELETE CASCADE,
    -- The revision that it is of.
    rev INTEGER NOT NULL,
    body TEXT NOT NULL
) STRICT;

-- The program that worked out what is kept beside the jobs: another one may say something else of the same job.
CREATE TABLE derived (
    one INTEGER PRIMARY KEY CHECK (one = 1),
    by_program TEXT NOT NULL
) STRICT;
