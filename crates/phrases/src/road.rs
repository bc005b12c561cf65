//! Rules of the road.

sentences! {
    // A job against the rules of a region: each lamp (`lamp`), what is missing and what all do together (`whole`).
    us() = "us";
    un() = "un";
    selective_yellow() = "selective yellow";
    amber() = "amber";
    wrong_to_ask_right(count, count_2, count_3) = "{count} wrong, {count_2} to ask, {count_3} right";
    missing(lacks) = ", {lacks} missing";

    // One lamp against the rules: colour, place, height, when it is on, class, what an added lamp may do.
    say_under_light_what_the_lamp() = "Say under Light what the lamp is for.";
    the_rule_book_says_nothing(role) = "The rule book says nothing of {role} there: ask.";
    not(name, colours, colour) = "{name}: {colours}, not {colour}.";
    or_more(low) = "{low} or more";
    at_most(high) = "{high} at most";
    about_high_not_measured_measure(up) = "about {up} high, not measured: measure it";
    high(up) = "{up} high";
    above_the_ground_this_one(name, range, where_) = "{name}: {range} above the ground, this one {where_}.";
    steady_this_one_flashes(name) = "{name}: steady, this one flashes.";
    to_flashes_a_second_this_one(name, slow, fast, hz) = "{name}: {slow} to {fast} flashes a second, this one {hz}.";
    lit_for_at_most(name, on_part) = "{name}: lit for at most {on_part:.0} % of the time.";
    at_most_here(name, most, alike) = "{name}: at most {most}, here are {alike}.";
    as_the_rule_says(name, note) = "{name}: as the rule says{note}.";
    as_its_work_asks(name, class) = "{name}: {class}, as its work asks.";
    for_work_on_the_road(name, wanted, class) = "{name}: {wanted} for work on the road, this one is {class}.";
    read_it_off_the_lens(name, wanted) = "{name}: {wanted}; read it off the lens.";
    may_be_lit_on_the_road(name) = "{name}: may be lit on the road.";
    lit_with_high_beam_only(name) = "{name}: lit with high beam only.";
    with_high_beam_only_its_wish(name) = "{name}: with high beam only; its wish lights it without.";
    goes_out_when_the_vehicle_moves(name) = "{name}: goes out when the vehicle moves.";
    off_on_the_road_its_switch(name) = "{name}: off on the road. Its switch must be off while driving; a speed gate makes sure.";
    permitted_by(name, by) = "{name}: permitted by {by}.";
    by_permission_note_who_gave(name, colour) = "{name}: {colour} by permission; note who gave it.";
    is_for_emergency_vehicles(name, colour) = "{name}: {colour} is for emergency vehicles.";
    local_law_says_whether_and_how(name) = "{name}: local law says whether and how.";
    flashes_a_second_15_to_25(hz, says) = "{hz} flashes a second: {says}; 15 to 25 are the worst.";

    // What a rule says of all lamps together: what is missing, flashes and candela that add up.
    colours_high(colours, high) = "{colours}, {high} high";
    the_job(least, wanted, have) = "{least} {wanted}, the job has {have}";
    on_the_vehicle_already(least, wanted) = "{least} {wanted}: on the vehicle already?";
    the_job_adds(least, wanted, have) = "{least} {wanted}, the job adds {have}";
    unsynchronised_flashes_a_second_together(sum, says) = "Unsynchronised, {sum:.1} flashes a second together: {says}. Synchronise them.";
    cd_together_with_the_vehicle_own(lamp, sum, most) = "{lamp}: {sum:.0} cd together; with the vehicle's own main beams at most {most:.0} cd.";
    last_word() = "Recalled from memory, no legal advice: look it up, ask the local authority in writing. The local code has the last word.";
    or() = " or ";

    // How sure a rule is remembered.
    low_confidence() = "low";
    medium_confidence() = "medium";
    high_confidence() = "high";

    // Where a verdict comes from.
    told_by_rule(source, confidence, rule) = "{source}; recalled from memory, confidence {confidence}; rule {rule}";
    told_by_job() = "from the facts of the job";
    told_by_none() = "no rule of the rule book is for it";
}
