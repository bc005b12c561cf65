-- Vehicles of the fleet. A job knows its vehicle by id; it is found by its unit when the job is made.
CREATE TABLE vehicle (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    -- The unit in small letters: no two vehicles are called the same.
    unit_key TEXT NOT NULL UNIQUE,
    -- The unit with its numbers filled up, so that 9 stands before 14.
    sort_key TEXT NOT NULL,
    -- Everything that is said of it, in small letters, to be searched.
    said TEXT NOT NULL,
    -- The vehicle in the open format, JSON.
    body TEXT NOT NULL
) STRICT;
CREATE INDEX vehicle_in_order ON vehicle (sort_key);

ALTER TABLE job ADD COLUMN vehicle_id INTEGER REFERENCES vehicle (id);
CREATE INDEX job_of_vehicle ON job (vehicle_id);
