//! Limits of what a job can say.

sentences! {
    // Limits of the added circuits: switches, wishes, lights, strips, wires.
    more_than_64_inputs_or_faults() = "more than 64 inputs or faults in one state";
    more_than_60_saved_states_remove() = "more than 60 saved states; remove some";
    more_than_24_switches_in_one() = "more than 24 switches in one job; split it";
    more_than_60_circuits_in_one() = "more than 60 circuits in one job; split it";
    lamps_in_all() = "lamps in all";
    lights_in_one_circuit() = "lights in one circuit";
    there_is_no_factory_circuit_add(factory) = "there is no factory circuit \"{factory}\"; add it under Look";
    has_no_lamp_plug_choose(name) = "\"{name}\" has no lamp plug; choose the wire of a lamp";
    lamps_give_1_to_200(count) = "{count} lamps; give 1 to 200";
    a_lamp_that_stays_takes() = "a lamp that stays replaces none; choose one of the two";
    more_than_12_further_readings_keep() = "more than 12 further readings; keep the best";
    more_than_200_lamps_split() = "more than 200 lamps; split the circuit";
    more_than_pieces_split_the_circuit(most_pieces) = "more than {most_pieces} pieces; split the circuit";
    there_is_no_switch_add(id) = "there is no switch \"{id}\"; add it under Switch";
    switch_has_no_lower_position_make(name) = "switch \"{name}\" has no lower position; make it three-way";
    an_empty_list_of_conditions_name() = "an empty list of conditions; name one";
    one_hold_inside_another_give() = "one hold inside another; give the inner one a circuit of its own";
    more_than_24_edges_make_two() = "more than 24 edges; make two strips of it";
    more_than_1200_groups_make_two() = "more than 1200 groups; make two strips of it";
    more_than_40_obstacles_on_one() = "more than 40 obstacles on one edge";
    ends_before_it_starts_swap() = "ends before it starts; swap the two";
    more_than_40_sections_join_some() = "more than 40 sections; join some";
    more_than_60_wires_in_one() = "more than 60 wires in one bundle";

    // Limits of housings: every lamp in one is there, and in no other.
    more_than_200_housings() = "more than 200 housings";
    give_1_to_lamps(most_lamps) = "give 1 to {most_lamps} lamps";
    there_is_no_light(light) = "there is no light \"{light}\"";
    has_there_is_no_number_take(light, count, number) = "\"{light}\" has {count}, there is no number {number}; take it out of the housing first";
    is_a_strip(light) = "\"{light}\" is a strip: it has no housing";
    lamp_of_is_in_two_housings(number, light) = "lamp {number} of \"{light}\" is in two housings";
    the_lead_of_ends_otherwise(light, housing) = "the lead of \"{light}\" ends otherwise than the others of \"{housing}\"; make them alike under Light";
    only_a_housing_that_stays_keeps() = "only a housing that stays keeps its own ground; say where the wire goes";

    // Limits of what lamps do with their light.
    larger_than_kb(most) = "larger than {most} kB";
    more_places_than_the_lamps(count) = "more places than the {count} lamps";
    more_than_40_marked_spots() = "more than 40 marked spots";
    is_there_twice(spot) = "\"{spot}\" is there twice";

    // Limits of each figure in a job: what no vehicle has is refused with its place.
    cannot_be_right_give(value, low, high) = "{value} cannot be right; give {low} to {high}";
    more_than_split_the_job(count, what, most) = "{count} {what}, more than {most}; split the job";
    longer_than_characters(longest) = "longer than {longest} characters";
    holds_a_control_character() = "holds a control character";
    id_must_be_1_to_40(value) = "id \"{value}\" must be 1 to 40 letters, digits, - or _";
    id_is_used_twice(value) = "id \"{value}\" is used twice";
    kinds_of_work() = "kinds of work";

    // Limits of the vehicle: batteries, alternator, factory circuits, skeleton, shift; and of the shop.
    factory_circuits() = "factory circuits";
    give_up_to_three_further_signals() = "give up to three further signals, each once";
    a_way_joins_two_different_places() = "a way joins two different places";
    more_than_120_places_or_240() = "more than 120 places or 240 ways; take some out";
    more_than_40_parts() = "more than 40 parts of a shift; join some";

    // Limits of what people told of the work: marks, readings, the record, bulbs that become LED, wires at a connector.
    more_than_5000_marks_in_one() = "more than 5000 marks in one job; split it";
    more_than_40_functions_split() = "more than 40 functions; split the job";
    there_is_no_bulb_use(bulb) = "there is no bulb \"{bulb}\"; use a code such as P21W or 1156";
    has_one(code) = "{code} has one";
    more_than_60_wires_at_one() = "more than 60 wires at one connector";
    read_twice_with_the_same_thing() = "read twice with the same thing on; keep the last";
}
