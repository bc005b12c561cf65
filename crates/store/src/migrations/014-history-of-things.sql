-- Vehicles, kits, recalls, habits and stock have their entries in the history too: under job 0.
CREATE INDEX history_of_thing ON history (what, subject) WHERE job_id = 0;
