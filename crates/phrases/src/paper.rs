//! What leaves on paper: diagram, formboard, packet, practice, calendar.

sentences! {
    // What can be probed: points and readings of each circuit, and its drawing with the terminals to touch.
    vehicle() = "Vehicle";

    // The formboard: the harness laid flat, branches in their true length to scale.
    scale_1(scale) = "scale 1:{scale:.0}";
    not_to_a_round_scale_about(scale) = "not to a round scale, about 1:{scale:.0}";
    page_of_grid(letter, column, columns, rows) = "page {letter}{column} of {columns} by {rows}";
    formboard_unit(unit, title) = "Formboard, unit {unit}: {title}";
    not_on_the_board(way, length) = "not on the board: {way}, {length}";
    one_wire() = "1 wire";
    wires(count) = "{count} wires";
    loom(loom) = ", loom {loom}";
    grommet(mm) = ", grommet {mm}";
    hinge_loop() = ", hinge: loop";
    connector() = ", connector";

    // The packet for the glovebox: A4 pages with what was fitted, fuses, switches, cautions, diagram, readings.
    signed_by(at, by) = "signed {at} by {by}";
    not_signed_a_draft() = "not signed: a draft";
    unit(unit, title, record) = "Unit {unit}, {title}; {record}";
    this_vehicle_page() = "This vehicle's page";
    unit_title(unit, title) = "Unit {unit}: {title}";
    signed_with_this_open(why) = "Signed with this open, {why}:";
    answers_for(answers_for) = "{answers_for} answers for it.";
    an_earlier_signature(opened) = "An earlier signature was {opened}.";
    next_look(day, kind) = "Next look: {day} ({kind}).";
    what_each_switch_does() = "What each switch does";
    fuse_map() = "Fuse map";
    no_fuses_were_added_factory_circuits() = "No fuses were added: factory circuits and their fuses feed the lamps.";
    cautions() = "Cautions";
    what_was_fitted() = "What was fitted";
    circuit() = "Circuit";
    what() = "What";
    planned() = "Planned";
    as_built() = "As built";
    as_planned() = "as planned";
    cut_drilled_taken_off() = "Cut, drilled, taken off";
    left_coiled() = "Left coiled";
    coding_values() = "Coding values";
    light_at_marked_spots() = "Light at marked spots";
    aim() = "Aim";
    marked_done_with_something_open() = "Marked done with something open";
    readings_when_it_was_signed() = "Readings when it was signed";
    visits() = "Visits";
    pins() = "Pins";
    first_month() = "first month";
    yearly() = "yearly";
    complaint() = "complaint";

    // Practice: a vehicle with a hidden fault, a meter and a clock; at the end the way taken beside Jovek's own.
    there_is_no_reading(id) = "there is no reading \"{id}\" on this vehicle; take one of the list, or two points";
    is_no_fault_that_this_vehicle(key) = "\"{key}\" is no fault that this vehicle can have; take one of the list";
    red_on_black(name, name_2) = "red on {name}, black on {name_2}";
    with(name, value, with) = "\"{name}: {value}, with {with}.\"";
    goes_out_on_bumps(name) = "\"{name} goes out on bumps, then it is back.\"";
    it_all_works_but_a_reading() = "\"It all works, but a reading was off at the yearly check.\"";
    you_jovek_a_walk_round(n, own, walk, n_2, seconds, n_3, short) = "You: {n}, {own}. Jovek: a walk round of {walk}, then {n_2}, {seconds}. Shortest possible: {n_3}, {short}.";
    one_reading() = "1 reading";
    readings(readings) = "{readings} readings";

    // The job on paper: the sheets that a person chooses, one after the other.
    handover_switches_fuses_as_built() = "Handover: switches, fuses, as built";
    circuit_diagram() = "Circuit diagram";
    pictures() = "Pictures";
    wires_to_cut() = "Wires to cut";
    parts() = "Parts";
    formboard() = "Formboard";
    steps() = "Steps";
    readings_to_take() = "Readings to take";
    labels_to_stick_on() = "Labels: vehicle, both ends of each wire";
    goes_to(other) = "to {other}";
    aim_sheet() = "Aim sheet";
    there_is_no_sheet_there(name, known) = "there is no sheet \"{name}\"; there are {known}";
    sheet_circuit_diagram() = "circuit diagram";
    sheet_wires_to_cut() = "wires to cut";
    sheet_readings_to_take() = "readings to take";

    // One circuit of the diagram.
    controller_box() = "controller box";
    its_input() = "its input";
    symbol_of_the_switch() = "symbol of the switch";
    the_switch() = "the switch";
    fuse_block_15() = "fuse block, 15";
    fuse_block_30() = "fuse block, 30";
    auxiliary_battery_30() = "auxiliary battery, 30";
    battery_30() = "battery, 30";
    switch() = "switch";
    closed_at_rest() = ", closed at rest";
    pole(pole) = ", pole {pole}";
    fed_at(fed_at) = "fed at {fed_at}";
    minus(name) = "{name}, minus";

    // Pages and what is drawn on them.
    wires_size_in_mm_unless_awg(colours) = "Wires: size in mm² unless AWG or SAE is said, colour. {colours}";
    with_words(words) = "with {words}";
    page_of_count(page, count) = "page {page} of {count}";

    // Lists on paper: what a fitter ticks off with a pencil.
    label() = "Label";
    wire() = "Wire";
    cut() = "Cut";
    from() = "From";
    in_all() = "In all";
    pieces(pieces) = "{pieces} pieces";
    from_the_reels() = "From the reels";
    reel(wire, number) = "{wire}, reel {number}";
    left(left) = "{left} left";
    at(place) = "At {place}.";
    with_tool(tool) = "With: {tool}.";
    caution(caution) = "Caution: {caution}";
    reading() = "Reading";
    expected() = "Expected";
    read() = "Read";

    // A bay plan as iCalendar: an entry for each step, in the shop's own clock.
    bays() = "Bays";
    then_min_of_rest(rest) = "Then {rest:.0} min of rest.";
    bay(bay) = "Bay {bay}";
    person(person, rest) = "Person {person}. {rest}";
    outside() = " (outside)";
    overview() = "overview";
    sheet_pictures() = "pictures";
    sheet_parts() = "parts";
    sheet_steps() = "steps";
    to() = "To";
    formboard_page(unit, page) = "Formboard, unit {unit}, {page}";
}
