//! Vehicles of the fleet.

sentences! {
    // A register read from CSV.
    the_first_row_has_no_column_unit() = "the first row has no column \"unit\"; name the columns unit, model, trim, options, plate, odometer_km, depot in any order";
    more_rows_than(most) = "more than {most} rows; split the list";
    unit_is_in_the_list_already(unit) = "unit {unit} is in the list already; keep one row";
    no_unit_named() = "no unit named";
    the_unit_is_longer_than(most) = "the unit is longer than {most} letters: it goes on every label";
    more_options_than(most) = "more than {most} options";
    a_word_is_longer_than(most) = "a word is longer than {most} letters or holds control characters";
    odometer_is_not_a_number(text) = "odometer \"{text}\" is not a number; write it like 48210";
    odometer_is_from_0_to(most) = "the odometer is from 0 to {most:.0} km";
    model() = "model";
    trim() = "trim";
    options() = "options";
    plate() = "plate";
    odometer() = "odometer";
    depot() = "depot";
    empty() = "empty";
    was_before(what, now, was) = "{what}: {now}, was {was}";

    // What happened to a vehicle.
    signed() = "Signed";
    opened_again(why) = "Opened again: {why}";
    looked_at_after_a_month() = "Look after the first month";
    yearly_look() = "Yearly look";
    complaint() = "Complaint";
    visit_with_note(visit, note) = "{visit}: {note}";
    was_read(name, value) = "{name}: {value}";
    was_answered(question, answer) = "{question} {answer}";
    reading_of_a_check_that_is_gone(value) = "A reading that the plan no longer asks for: {value}";
    picture_of(name) = "Picture: {name}";

    // What a kit does on a vehicle.
    circuit_goes(circuit) = "{circuit}: not on this vehicle";
    circuit_comes(circuit, headline) = "{circuit}: new, {headline}";
    headline_instead_of(circuit, now, was) = "{circuit}: {now} instead of {was}";
    part_instead_of(part, now, was) = "{part}: {now} instead of {was}";
    none_of_it() = "none";
    proof_now(what) = "New: {what}";
    proof_no_longer(what) = "No longer: {what}";
    wish_missed(circuit) = "{circuit}: not always on or off as it should be";
    wire_fed_backwards(wire) = "{wire} is fed backwards";
    failure_does(part, how, effects) = "{part} {how}: {effects}";
    may_differ_lengths() = "measured lengths";
    may_differ_colours() = "colours of factory wires";
    may_differ_readings() = "what the meter said before";
    may_differ_circuits() = "a circuit missing, for want of an option";
    may_differ_places() = "where parts sit";
    there_is_no_kit(id) = "there is no kit {id}";
    name_the_kit() = "name the kit";
    it_follows_another_issue() = "this job does not follow that kit";
    unit_follows_it_already(unit) = "unit {unit} follows it already";
    nothing_to_issue() = "the pattern is as it was issued last";
    the_kit_is_not_kept() = "The kit is not kept";
    say_why_it_differs() = "say why it differs";

    // What is said of a job, as a search over all jobs finds it.
    jobs_and_circuits() = "jobs and circuits";
    parts_label() = "parts";
    places_label() = "places";
    factory_wires() = "factory wires";
    joints_label() = "joints";
    as_built_label() = "as built, lots";
    findings_label() = "findings";
    visits_label() = "visits";
    with_vehicle(title, vehicle) = "{title}, {vehicle}";
    with_headline(circuit, headline) = "{circuit}: {headline}";
    times(part, quantity) = "{part}: {quantity}";
    place_holds(place, holds) = "{place}: {holds}";
    joint_made(circuit, place, how) = "{circuit}: {place}, {how}";
    wire_of_colour(name, colour) = "{name} {colour}";
    built_otherwise(what, is) = "{what}: {is}";
    fuse_sits(place) = "fuse: {place}";
    coded_module(module, series) = "{module} {series}";

    // Recalls.
    there_is_no_recall(id) = "there is no recall {id}, or that vehicle is not on it";
    say_what_and_why() = "say what it is called and why they have to come back";
    jobs_are_still_being_read(n) = "{n} changed jobs are still being read; wait a moment, or a vehicle is missing";
    the_search_finds_nothing() = "the search finds nothing: there is nobody to call back";
    more_jobs_than(most) = "more than {most} jobs; narrow the search";
    more_letters_than(most) = "more than {most} letters; say it shorter";
    the_recall_is_not_kept() = "The recall is not kept";

    // Why a vehicle is not kept.
    there_is_no_vehicle(id) = "there is no vehicle {id}";
    unit_is_taken(unit) = "unit {unit} is another vehicle; give this one its own number";
    it_has_jobs(jobs) = "it has {jobs}; move or delete them first";
    jobs(n) = "{n} jobs";
    one_job() = "one job";
    the_vehicle_is_not_kept() = "The vehicle is not kept";
}
