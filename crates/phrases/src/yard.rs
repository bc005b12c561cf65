//! The yard: all jobs as work that waits.

sentences! {
    no(id) = "no. {id}";
    cannot_be_read() = "cannot be read";
    download_its_stored_text_put() = "Download its stored text, put it aside, or open it with a newer Jovek.";
    that_is_over() = ", that is over";
    signed_by_look(by, kind, day, over) = "Signed by {by}; {kind} look on {day}{over}";
    signed_by(by) = "Signed by {by}";
    done() = "Done";
    new_unit(number) = "new {number}";
    nothing_open() = "Nothing open";

    // How a job is, as the yard is narrowed by it.
    cannot_be_read_label() = "Cannot be read";
    held_label() = "Held by a Stop";
    to_fix_label() = "To fix";
    open_label() = "Work open";
    signed_label() = "Signed";
}
