//! What the API refuses, and how to mend it.

sentences! {
    // Computing away from the async threads, on two pools: what takes milliseconds, and what takes tenths of a second and more.
    it_takes_too_long() = "It takes too long";
    not_worked_out_within_s_others(as_secs) = "Not worked out within {as_secs} s: others are being served, or this vehicle has very many states. Send it again, or take circuits out of the job.";
    the_computation_broke_off() = "The computation broke off.";
    nobody_waits_for_the_answer_any() = "Nobody waits for the answer any more.";
    the_program_failed() = "The program failed";

    // Extractors whose refusals are problems (RFC 9457) like every other error of the API.
    not_json() = "Not JSON";
    send_the_body_with_content_type() = "Send the body with Content-Type: application/json.";
    not_utf8(e) = "Not UTF-8: {e}.";
    too_large() = "Too large";
    a_job_has_at_most_bytes(max_job_bytes) = "A job has at most {max_job_bytes} bytes: this is no job file.";
    the_request_cannot_be_read() = "The request cannot be read";

    // Pictures as they come from a phone, made into what is kept: no larger than needed, turned upright, and without the place where they were taken.
    the_picture_has_more_than_16() = "the picture has more than 16 MB; take a smaller one";
    the_picture_has_million_pixels(given) = "the picture has {given} million pixels, more than 40; take a smaller one";
    this_is_no_jpeg_or_png(given) = "this is no JPEG or PNG that can be read ({given})";

    // Errors as problem+json (RFC 9457): what, where, how to mend it.
    the_job_cannot_be_read() = "The job cannot be read";
    no_wires_on_a_skeleton() = "the job has no wires on a skeleton; lay them on one under Run";
    page_cannot_be_drawn(page, what) = "page {page} cannot be drawn: {what}";
    the_pdf_cannot_be_put_together(why) = "the PDF cannot be put together: {why}";
    the_export_cannot_be_made() = "The export cannot be made";
    not_found() = "Not found";
    somebody_else_saved_in_between() = "Somebody else saved in between";
    nothing_to_do() = "Nothing to do";
    signed() = "Signed";
    the_picture_is_not_taken() = "The picture is not taken";
    the_job_is_full() = "The job is full";
    the_stored_job_cannot_be_read() = "The stored job cannot be read";
    the_job_was_deleted() = "The job was deleted";
    the_database_went_away() = "The database went away";
    no_room_on_the_disk() = "No room on the disk";
    the_database_cannot_be_written() = "The database cannot be written";
    the_database_failed() = "The database failed";

    // Listening.
    jovek_listens_on(url) = "Jovek listens on {url}";

    // The plan over vehicles, bays and people.
    the_bays_cannot_be_planned() = "The bays cannot be planned";

    // Finding faults, practising it, logs of readings, and devices that speak SCPI over TCP.
    the_plan_has_no_check(check) = "The plan has no check \"{check}\".";
    the_device_did_not_answer() = "The device did not answer";
    the_readings_cannot_be_taken() = "The readings cannot be taken";

    // Headers that the API reads and writes.
    which_revision() = "Which revision?";
    send_the_revision_that_you_changed() = "Send the revision that you changed as If-Match: \"7\".";
    if_match_is_no_revision_number(value) = "If-Match {value} is no revision number; write it as \"7\".";

    // One job: read, save, undo, readings, exports, revisions.
    revision_was_saved_by_while_you(rev, saved_by, from) = "Revision {rev} was saved by {saved_by} while you had revision {from}.";
    the_job_is_being_written() = "The job is being written";
    others_kept_saving_this_job() = "Others kept saving this job at the same moment; send it again.";
    no_such_check() = "No such check";

    // Light: where it falls, and photometric files.
    the_light_cannot_be_worked_out() = "The light cannot be worked out";
    the_list_cannot_be_read() = "The list cannot be read";
    the_photometric_file_cannot_be_read() = "The photometric file cannot be read";
    edition_and_type(edition, frame) = "{edition}, type {frame}";

    // The API: routes, their description, and the state behind them.
    jovek_job_format(jovek_core) = "Jovek job, format {jovek_core}";

    // The job on paper: the sheets that are asked for, as pages to look at and as PDF.
    no_such_sheet() = "No such sheet";

    // The record: signing, opening again, visits, pictures, history.
    not_signed_yet() = "Not signed yet";
    visits_come_after_the_job() = "Visits come after the job is signed.";
    there_is_no_picture(id) = "there is no picture {id}";

    // The rules of the road, bulbs that become LED, trailers: nothing is saved but a trailer that is built.
    the_vehicle_comes_to_no_rest() = "The vehicle comes to no rest";

    // The shop's shelf: what is held and paid, read from CSV and written to it; the estimate of a job.
    the_list_cannot_be_taken() = "The list cannot be taken";

    // The vehicle tried and proven: nothing is saved.
    the_question_cannot_be_read() = "The question cannot be read";
    the_state_cannot_be_read() = "The state cannot be read";
    the_state_cannot_be_shown() = "The state cannot be shown";

    // The time that a device says of something that waited there for a connection.
    lies_in_the_future_set(at) = "{at} lies in the future; set the clock of this device";

    // The order of work: what comes next, and marks on what was done.
    the_mark_cannot_be_set() = "The mark cannot be set";

    // A device that speaks SCPI over TCP: a real meter, or one of the stand-ins.
    cannot_be_reached(address, why) = "{address} cannot be reached ({why}): is it on, and is the port right?";
    does_not_answer(address) = "{address} does not answer: it may not speak SCPI";
    the_device_refuses(command, error) = "the device refuses \"{command}\": {error}";
    no_figure_answered(answer) = "the device answered \"{answer}\" where a figure was asked for";
    no_answer() = "no answer";

    // The web app, shipped inside the program.
    the_api_has_no(path) = "The API has no {path}; /api/jobs is where it begins.";
    the_web_app_was_not_built() = "The web app was not built into this program: run make build.";

    // The door: who may speak to the program.
    this_device_may_not_be_asked() = "This device may not be asked";
    device_is_not_named(address) = "{address} is not among the devices of this workshop: a lead adds it under Bays, The workshop.";
    this_machine_is_no_stand_in(address) = "{address} is this machine, and what answers there is no stand-in of Jovek: nothing else here is asked.";
    another_name() = "Another name than this program has";
    not_our_name(host) = "The request names \"{host}\": open Jovek by its address, as \"localhost\", by a plain name of the network, or start it with --host {host}.";
    from_another_site() = "From another site";
    may_not_change_anything(origin) = "The page at {origin} may not change anything here: open Jovek itself.";
}
