//! The record: as built, what is open, visits, signing.

sentences! {
    // The as-built record: what was installed beside what was planned, and everything that a stranger needs two years later.
    coiled(place, length) = "{place}: {length} coiled";
    lamps() = "Lamps";
    in_range() = "in range";
    out_of_range() = "out of range";
    led_w_in_place(count, watt, bulb) = "{count} × LED {watt} W in place of {bulb}";
    for_its_watcher() = "For its monitor";
    not_on_the_road_it_dazzles() = "Not on the road: it dazzles. Off for oncoming traffic.";
    only_where_local_law_allows() = "Only where local law allows its colour and flash.";
    kit_coiled(chain, kit, left) = "{chain}, {kit}: {left} coiled";
    why(by, day, left_open, why) = "{by}, {day}: {left_open}. Why: {why}";
    set() = "set";
    cleared() = "cleared";
    before_after(place, verb, before, after) = "{place} {verb}: {before} before, {after} after";
    written_the_value_before(written) = "{written} written, the value before was not noted";
    before_written_is_right(value, written, after) = "{value} before, {written} written; {after} is right";
    set_before_after(place, value, after) = "{place} set: {value} before, {after} after";
    before_after_times(before, after, times) = "{before} before, {after} after: {times} times";
    not_read() = "not read";
    figure_before_after(before, after) = "{before} before, {after} after";
    battery_negative_off_before_any_work() = "Battery negative off before any work on the wiring; a short at the positive post burns.";
    a_fuse_that_blows_again() = "A fuse that blows again is not the fault: find the short. Never a larger one.";
    work_and_driving_lamps_dazzle_off() = "Work and driving lamps dazzle: off on the road and toward people.";
    flashing_lamps_can_set_off_seizures() = "Flashing lamps can set off seizures; stand away from them.";
    local_lighting_and_roadworthiness_rules() = "Local lighting and roadworthiness rules have the last word on what may be lit where.";
    opened_again(day, by, why) = "opened again on {day} by {by}: {why}";

    // What is still open when a job is to be signed: it is signed all the same only with a reason, and over a Stop only by the name of who answers for it.
    there_is_nothing_to_sign() = "there is nothing to sign: no lamp, no repair, no coding";
    coding_of(module, e) = "coding of {module}: {e}";
    not_mended(title) = "not mended: {title}";
    step_is_not_marked_done() = "step is not marked done";
    steps_are_not_marked_done() = "steps are not marked done";
    reading_is_not_taken() = "reading is not taken";
    readings_are_not_taken() = "readings are not taken";
    reading_is_outside_its_window() = "reading is outside its window";
    readings_are_outside_their_window() = "readings are outside their window";
    lamp_is_not_aimed() = "lamp is not aimed";
    lamps_are_not_aimed() = "lamps are not aimed";
    lamp_is_out_of_aim() = "lamp is out of aim";
    lamps_are_out_of_aim() = "lamps are out of aim";
    and_more(n, what, named, more) = "{n} {what}: {named}; and {more} more";

    // A signed job is frozen: what may still be added to it, and how it is opened again.
    signed_by_on_stays(by, at, place) = "signed by {by} on {at}: {place} stays as it is. Open a new revision and say why, then change it";
    say_who_signs_put_your_name() = "say who signs: put your name in beside Undo";
    say_why_it_is_opened_again() = "say why it is opened again";
    the_job_is_not_signed() = "the job is not signed: it is open already";
    a_stop_stands_mend(what) = "a Stop stands: {what}. Mend it, or say who answers for it";
    still_open_finish_it_or_say(what) = "still open: {what}. Finish it, or say why it is signed all the same";
    not_to_be_signed_yet(why) = "not to be signed yet: {why}";
    what_was_read() = "what was read";
    what_was_marked() = "what was marked";
    visits_that_were_made() = "visits that were made";

    // The fuse map: every fuse that was added, what it protects and where it sits.
    planned(chain) = "planned: {chain}";
    planned_where_the_thin_leads_leave() = "planned: where the thin leads leave the feed";
    planned_at_the_splice(factory) = "planned: at the splice on the wire of {factory}";
    control_leads(chain) = "{chain}: control leads";
    planned_close_to_battery_plus() = "planned: close to battery +";
    fuse_block_main_fuse() = "Fuse block: main fuse";
    planned_where_the_coil_lead_leaves() = "planned: where the coil lead leaves its source";
    fuse_block_coil_of_its_relay() = "Fuse block: coil of its relay";
    starting_battery_end() = "starting battery end";
    planned_close_to_the_starting_battery() = "planned: close to the starting battery";
    second_battery_end() = "second battery end";
    planned_close_to_the_second_battery() = "planned: close to the second battery";
    cable_between_the_batteries(end) = "Cable between the batteries: {end}";
    planned_where_its_lead_leaves() = "planned: where its lead leaves the key's wire";
    isolator_control_lead() = "Isolator: control lead";
    in_the_holder_of_its_harness() = "in the holder of its harness";
    in_the_fuse_block() = "in the fuse block";
    in_the_adapter(name) = "in the adapter at {name}";
    at_the_splice_on_the_wire(name) = "at the splice on the wire of {name}";
    close_to_the_second_battery() = "close to the second battery";
    close_to_battery_plus() = "close to battery +";

    // Visits: when the next one is due, and what has drifted since the job was signed.
    was_now(check, old_text, new_text) = "{check} was {old_text}, now {new_text}";
    signatures_are_set_under_sign() = "a signature is set and opened under Sign, by who answers for it: the change holds another";
}
