//! What can go wrong with the database, and its history.

sentences! {
    // What can go wrong with the store, and how to mend it.
    there_is_no_job(id) = "there is no job {id}";
    job_has_no_revision(id, rev) = "job {id} has no revision {rev}";
    somebody_saved_revision_in_between(current) = "somebody saved revision {current} in between";
    there_is_nothing_to_undo() = "there is nothing to undo";
    the_picture_has_bytes(bytes, most) = "the picture has {bytes} bytes, more than {most}; make it smaller";
    the_job_has_pictures_already(most) = "the job has {most} pictures already";
    there_is_nothing_to_redo() = "there is nothing to redo";
    cannot_be_written_give_this_user(place) = "{place} cannot be written: give this user write permission on it and on its folder";
    is_held_by_another_program_close(place) = "{place} is held by another program: close that one, then try again";
    no_room_left_on_the_disk(place) = "no room left on the disk for {place}: make room, then save again; nothing was lost";
    the_database_is_damaged_restore(what) = "the database is damaged ({what}): restore the newest backup with `jovek restore`";
    cannot_be_opened_check_the_path(place, what) = "{place} cannot be opened ({what}): check the path and its folder";
    the_database_was_written(what) = "the database was written by a newer Jovek: use that one ({what})";
    job_revision_cannot_be_read(id, rev, what) = "job {id}, revision {rev} cannot be read: {what}";
    exists_already_move_it_away_first(path) = "{path} exists already: move it away first; nothing was changed";
    the_job_is_not_kept(what) = "the job is not kept as it would be now: {what}. Nothing was changed";
    was_moved_deleted_or_replaced_while(place) = "{place} was moved, deleted or replaced while Jovek runs: stop Jovek, put the right file back, start it again; what you just sent is not safely kept";
    is_a_database_of_another_program(place) = "{place} is a database of another program: nothing was changed; name another file";
    is_empty_it_is_no_backup(place) = "{place} is empty: it is no backup and no database";
    job_was_deleted_bring_it_back(id) = "job {id} was deleted: bring it back in the yard first";
    does_not_exist(path) = "{path} does not exist";
    database(given) = "database: {given}";

    // The history: one entry for each change, bound to the one before it by its hash.
    entry(id) = "entry {id}";
    its_number_is_an_entry(id) = "its number is {id}: an entry is missing before it";
    its_hash_does_not_fit() = "its hash does not fit: it or one before it was changed";
    revision_of_job(rev, job) = "revision {rev} of job {job}";
    stands_in_no_entry() = "stands in no entry";
    thing(kind, number) = "{kind} {number}";
    is_not_what_the_history_says() = "is not what its last entry says";
    picture(id) = "picture {id}";
    shows_revision_the_newest(head, newest) = "shows revision {head}, the newest is {newest}";
    job(job) = "job {job}";
    of_job_is_missing(name, subject, job) = "{name} {subject} of job {job} is missing, or its time or name was changed";
    of_job_was_changed(name, subject, job) = "{name} {subject} of job {job} was changed";
    cannot_be_read(what) = "cannot be read: {what}";
    the_database() = "the database";
}
