//! Findings: what, where, why, what to do.

sentences! {
    // Figures that nobody measured.
    figure_assumed(n, s) = "{n} figure{s} assumed";
    measure_before_you_cut(n, s) = "Measure before you cut: {n} figure{s} assumed";
    what_cuts_is_known() = "Lengths and watts are known; what is left moves the figures less.";
    figure_taken_as(label, value) = "{label}: {value}";
    wires_turn_on(named) = "The wire and the fuse turn on these: {named}.";
    wires_turn_on_and_more(named, more) = "The wire and the fuse turn on these: {named}; and {more} more.";
    answer_the_question_above_it_asks() = "Answer the question above: it asks for the one that matters most.";

    // What hangs behind: a towed vehicle that shows the wrong thing, a battery that a tow empties, wires that fit nothing.
    wire_of(colour, whose, wire) = "{colour} wire of the {whose}: {wire}";
    do_not_join_a_wire() = "Do not join a wire on readings that contradict each other.";
    probe_it_again_one_function() = "Probe it again, one function at a time, with a lamp as load.";
    towed_with(on, wrong) = "Towed, with {on}: {wrong}";
    in_of_combinations_of_the_towing(wrong, n) = "In {wrong} of {n} combinations of the towing vehicle's functions the rear lamps show the wrong thing.";
    see_run_trailer_a_converter() = "See Run > Trailer: a converter, or a relay in its own stop lamp wire.";
    its_battery_runs_down() = "Its battery runs down on the longest tow with the key on";

    // One fault must not put out both low beams.
    a_blown_fuse_a_dead_relay() = "A blown fuse, a dead relay or a loose stud";
    a_circuit_for_each_side_each() = "A circuit for each side, each with a fuse, a relay and a stud of its own.";
    a_loose_stud_of_the_bus() = "A loose stud of the bus";
    a_stud_for_each_side() = "A stud for each side, not the shared bus.";
    one_fault_puts_out_both_low() = "One fault puts out both low beams";
    darkens_headlamps_at_once(what, lamps) = "{what} darkens {lamps} headlamps at once.";

    // A circuit that no wire, fuse, switch or relay of the catalog can serve; relays that are hot.
    thicker_wire_a_smaller_load() = "Thicker wire, a smaller load, or a cooler and looser path.";
    split_the_load_over_two() = "Split the load over two or more circuits, each with its fuse.";
    thicker_or_shorter_wire() = "Thicker or shorter wire, or a smaller fuse, so that a short opens it at once.";
    check_the_figures_of_lamps() = "Check the figures of lamps and supply.";
    thicker_wire_does_not_help_fit() = "Thicker wire does not help: fit lamps with a lower cut-in, fewer of them, or a feed that keeps its voltage.";
    a_relay_nearer_to_the_battery() = "A relay nearer to the battery, a shorter run, fewer lamps on it, or a second feed.";
    take_0_75_mm_18_gauge() = "Take 0.75 mm² (18 gauge) or more outside the cab.";
    the_harness_from_the_box_breaks(chain) = "{chain}: the harness from the box breaks a rule";
    your_choice_breaks_a_rule(chain) = "{chain}: your choice breaks a rule";
    no_wire_holds_the_voltage_up(chain) = "{chain}: no wire holds the voltage up";
    no_wire_on_the_shelf_will(chain) = "{chain}: no wire on the shelf will do";
    no_panel_switch_bears_of_these(load) = "No panel switch carries {load} of these lamps by itself; its contacts would weld or burn.";
    is_more_than_the_contact(load) = "{load} is more than the contact of the strongest relay should carry.";
    is_more_than_the_relay_diode(load) = "{load} is more than the relay, diode or switch of this way should carry.";
    contact_overloaded(chain) = "{chain}: contact overloaded";
    take_a_relay_or_split() = "Take a relay, or split the lamps over two circuits.";
    hot_relay_may_not_pull(chain) = "{chain}: hot relay may not pull in";
    at_its_coil_needs_a_low(coil, needed, given) = "At {coil} its coil needs {needed}; a low battery gives it {given}.";
    mount_the_relay_in_a_cooler() = "Mount the relay in a cooler place.";
    path_too_hot(chain, hottest) = "{chain}: path too hot at {hottest}";
    leaves_for_the_wire_own_heat(class, hottest) = "{class} leaves {hottest} for the wire's own heat.";
    take_another_path_or_more_off(rule) = "Take another path, {rule} or more off the exhaust, or a heat shield.";

    // Copper that only carries lamp current through the cab.
    a_relay_would_do_with_instead(chain, wire, wire_2) = "{chain}: a relay would do with {wire} instead of {wire_2}";
    by_way_of_the_switch(copper, copper_2) = "By way of the switch the lamps' copper is {copper} there and back; from a relay by the battery {copper_2}.";
    take_the_relay_only_its_thin() = "Take the relay; only its thin coil lead goes to the switch.";

    // Several tie-ins on one factory circuit share its fuse and wire.
    on_a_a_fuse(factory, total, fuse) = "{factory}: {total} on a {fuse} A fuse";
    was_there_is_added_80(existing, added, fuse) = "{existing} was there, {added} is added; 80 % of the fuse is {fuse}.";
    give_the_added_lights_a_circuit() = "Give the added lights a circuit of their own. Never fit a larger factory fuse: the wire behind it is no thicker.";

    // Lamps behind a dimmer or a flasher.
    more_than_a_carries(name, module) = "{name}: more than a {module} carries";
    against_of_the_strongest(load, most, module) = "{load} against {most} of the strongest {module}.";
    split_the_circuit_or_take() = "Split the circuit, or take an on-off switch.";
    may_flicker_behind_a_dimmer(name, light) = "{name}: {light} may flicker behind a dimmer";
    a_driver_holds_its_power_constant() = "A driver holds its power constant: a pulsed supply restarts it, or does nothing.";
    try_one_first_take_a_lamp() = "Try one first; take a lamp with a dimming wire, or strip with resistors.";
    flashes_by_itself_and_sits_behind(name, light) = "{name}: {light} flashes by itself and sits behind a flasher";
    each_pause_of_the_flasher_starts() = "Each pause of the flasher starts its pattern again: the two are never in step.";
    take_the_flasher_out_or_plain() = "Take the flasher out, or plain lamps.";

    // A fuse that a person chose, or that came with a harness, below what its lamps take.
    a_fuse_below_its_lamps(chain, rating) = "{chain}: {rating} A fuse below its lamps";
    they_take_it_blows(load) = "They take {load}: it blows and the lamps go dark.";
    they_take_more_than_it_carries(load) = "They take {load}, more than it carries continuously where it sits: it weakens until it blows.";
    a_a_fuse_the_wire_bears(rating) = "A {rating} A fuse: the wire is thick enough for it.";
    fewer_lamps_on_it_or_wire() = "Fewer lamps on it, or wire for a larger fuse.";

    // The fuse belongs at the battery.
    of_wire_before_the_fuse(chain, unfused) = "{chain}: {unfused} of wire before the fuse";
    nothing_protects_this_stretch_chafed_through() = "Nothing protects this stretch: chafed through, it burns.";
    move_the_fuse_to_within(length, near) = "Move the fuse to within {length} of the post, better {near}.";
    sheathe_it_over_its_whole_length(near) = "Sheathe it over its whole length, no joints, away from edges; or move the fuse to {near}.";

    // Lamps that fade, collapse or stay dark in a state of the supply.
    the_line_cannot_carry_the_lamps(name) = "{name}: the line cannot carry the lamps";
    with_the_lamps_pull_their_own(state, lamp) = "With {state} the lamps pull their own voltage down to {lamp} and stay dim (V² < 4·R·P).";
    thicker_or_shorter_wire_better_joints() = "Thicker or shorter wire, better joints, or fewer lamps on it.";
    lamps_stay_dark(name) = "{name}: lamps stay dark";
    with_no_current_flows(state, lamp) = "With {state} no current flows: {lamp} at the lamps.";
    check_lamp_voltage() = "Check lamp voltage and that the circuit is closed.";
    may_fade() = "may fade";
    such_lamps_usually_need_theirs(fades_v) = "such lamps usually need {fades_v}; theirs is not known";
    they_need_for_full_light(fades_v) = "they need {fades_v} for full light";
    lamps_with(name, says, state) = "{name}: lamps {says} with {state}";
    across_them(lamp, needs) = "{lamp} across them; {needs}.";
    look_up_their_lowest_voltage_thicker() = "Look up their lowest voltage. Thicker wire lifts them; so does a lamp with a lower cut-in.";
    too_little_voltage(chain, state_label) = "{chain}: too little voltage with {state_label}";
    at_the_weakest_lamp_less(lamp, line) = "{lamp} at the weakest lamp, {line} less than it should have.";
    look_where_the_volt_line_falls() = "Look where the volt line falls: a thicker wire, a shorter path, or a feed of its own.";

    // Relays that the ignition pulls, and nobody found a wire for: the master relay of a fuse block, the relay between two batteries.
    no_wire_pulls_the_master_relay() = "No wire pulls the master relay of the fuse block";
    nobody_has_found_one() = "Nobody has found one that is live with the key, so each circuit has a feed of its own.";
    no_wire_pulls_the_relay_between() = "No wire pulls the relay between the batteries";
    nobody_has_found_one_that() = "Nobody has found one that is live with the key: the second battery would never charge.";
    probe_one_under_look_a_factory() = "Probe one under Look: a factory wire or fuse position that follows the ignition.";

    // A ready-made harness against what its circuit asks for: length, relay, switch.
    the_harness_is_too_short(short) = "the harness is {short} too short";
    the_way() = "The way is";
    the_harness_may_be_too_short() = "the harness may be too short";
    part_of_the_way_is_assumed() = "Part of the way is assumed, not measured: it is";
    the_harness(way, way_2, length) = "{way} {way_2}, the harness {length}.";
    measure_the_way_with_a_string() = "Measure the way with a string. Battery, relay or lamps nearer, or a longer harness; an extension has the same size and joints that are sealed.";
    ready_made_harnesses_are_not_pulled() = "ready-made harnesses are not pulled tight";
    of_the_harness_too_weak(name, what) = "{name}: {what} of the harness too weak";
    it_is_rated_80(made, load) = "It is rated {made}, 80 % of that continuously; the lamps take {load}.";
    another_relay_in_the_same_socket() = "Another relay in the same socket, fewer lamps on it, or a second harness.";
    part_of_a_contact_rating() = "80 % of a contact's rating for continuous duty";
    read_wire_and_fuse_off(name) = "{name}: read wire and fuse off the harness";
    until_then_the_usual_wire() = "Until then the usual wire and fuse are assumed.";
    the_size_stands_on_the_insulation() = "The size stands on the insulation, else strip and measure; the fuse is in its holder.";
    ready_made_harnesses() = "ready-made harnesses";
    a_harness_with_thicker_wire() = "a harness with thicker wire";
    a_a_fuse_in_its_holder(rating) = "A {rating} A fuse in its holder: it carries the lamps and protects the wire.";
    fewer_lamps_on_it_a_second(thicker) = "Fewer lamps on it, a second harness for the rest, or {thicker} and fuse.";
    a_smaller_fuse_in_its_holder(thicker) = "A smaller fuse in its holder where the lamps allow it, else {thicker}.";
    fewer_lamps_on_it_its_battery(thicker) = "Fewer lamps on it, its battery end nearer to them, or {thicker}.";
    inside_the_cab_or_0_75(thicker) = "Inside the cab, or {thicker}: 0.75 mm² (18 gauge) or more outside.";
    no_fuse_bears_these_lamps(fuse_a, fuse, thicker) = "No fuse carries these lamps and protects this wire. With a {fuse_a} A fuse, lamps of {fuse} in all; the rest on a second harness, or {thicker}.";
    no_fuse_protects_this_wire(thicker) = "No fuse protects this wire: {thicker}.";

    // Lamps: made for another voltage, label against meter, none at all.
    it_would_see_twice_its_voltage() = "It would see twice its voltage: drivers fail, filaments and strip burn.";
    it_sees_half_its_voltage() = "It sees half its voltage: it stays dark or glows dimly.";
    v_lamp_on_v(lamp, made, nominal) = "{lamp}: {made} V lamp on {nominal:.0} V";
    fit_one_made_for_v(nominal) = "Fit one made for {nominal:.0} V or for 12-24 V.";
    label_measured(lamp, shown, measured) = "{lamp}: label {shown}, measured {measured}";
    against_the_label_the_measured_figure(off) = "{off:+.0} % against the label. The measured figure counts.";
    measure_a_second_lamp_if_they() = "Measure a second lamp if they should be alike.";
    a_regulated_led_less_current() = "a regulated LED: less current at a higher voltage";
    leds_behind_resistors_much_more_current() = "LEDs behind resistors: much more current at a higher voltage";
    a_filament_a_little_more_current() = "a filament: a little more current at a higher voltage";
    its_readings_are_those_of_another(lamp) = "{lamp}: its readings are those of another kind of lamp";
    they_read(other) = "They read as {other}.";
    change_how_it_takes_its_current() = "Change how it takes its current, or measure again.";
    no_lights_yet(circuit) = "{circuit}: no lights yet";
    without_a_load_there_is_nothing() = "Without a load there is nothing to size.";
    add_a_light_under_light() = "Add a light under Light.";

    // A switch left on must not flatten the battery.
    left_on_the_engine_may(chain, hours) = "{chain}: left on, the engine may not start after {hours}";
    from_the_battery_with_the_key(current) = "{current} from the battery with the key out.";
    fit_a_lit_switch() = "Fit a lit switch that the driver can see, a timer or a low-voltage cut-off.";

    // A fuse that somebody chose and that is not made.
    no_fuse_is_made(chain, fuse) = "{chain}: no {fuse} fuse is made";
    the_has_no_such_rating(family_label) = "The {family_label} has no such rating.";
    choose_a_rating_from_the_list() = "Choose a rating from the list, or take the advised one.";

    // Factory wires that are pulsed, watched or unknown and that the plan loads or listens to, whichever way was chosen.
    the_dash_may_report_a_trailer() = "the dash may report a trailer";
    tell_the_driver_or_give() = "Tell the driver, or give the lamps a feed of their own that the socket only triggers.";
    pulsed_by_a_module() = "pulsed by a module";
    find_a_wire_of_the_same() = "Find a wire of the same function that is plainly on or off, before its module.";
    watched_by_a_module() = "watched by a module";
    a_lamp_of_the_monitored_type() = "A lamp of the monitored type, a load resistor on bare metal, or the module coded: see Bulbs to LED.";
    use_it_only_to_switch() = "Use it only to switch a small signal relay, and feed the lamps from elsewhere.";
    output_not_known_yet() = "output not known yet";
    probe_it_on_and_off() = "Probe it on and off, and watch the dash with the lamps joined; then say what it is.";

    // A person's own choice of feed against the advice.
    your_feed_not_the_advised_one(chain) = "{chain}: your feed, not the advised one";
    advised(advised) = "Advised: {advised}.";

    // Why a wire is refused, as it is spoken.
    will_do(wire) = "{wire} will do.";
    is_thinner_than_which_survives_handling(wire, least) = "{wire} is thinner than {least}, which survives handling and vibration.";
    bears_on_less(wire, ampacity, at, fuse_a) = "{wire} is good for {ampacity} on \"{at}\", less than the {fuse_a} A fuse.";
    a_short_at_the_lamps_draws(fault, wire, fuse, shown) = "A short at the lamps draws only {fault} through {wire}; the {fuse} A fuse may take {shown}.";
    a_short_at_the_lamps_draws_only(fault, wire, fuse) = "A short at the lamps draws only {fault} through {wire}; the {fuse} A fuse may never open.";
    the_load_needs_a_fuse(needed) = "The load needs a fuse of {needed}; the catalog has none.";
    with(wire, what) = "With {wire}: {what}.";
    would_leave_at_the_lamps(wire, has, needs, state) = "{wire} would leave {has} at the lamps, and such lamps usually fade below {needs} ({state}; theirs is not known).";
    would_leave_at_the_lamps_which(wire, has, needs, state) = "{wire} would leave {has} at the lamps, which need {needs} ({state}).";
    would_lose_in_the_copper(wire, lost, allowed, need, state) = "{wire} would lose {lost} in the copper, more than {allowed}: {need} ({state}).";
    of_the_charging_voltage_for_such(part) = "{part} of the charging voltage for such lamps";
    of_the_charging_voltage(part) = "{part} of the charging voltage";
    for_a_circuit(copper) = "{copper} for a circuit";

    // Lamps against the rule book of the region that the job names.
    look_at_it_under_aim_rules() = "Look at it under Aim > Rules: another place, colour or switch.";

    // The path: what it passes, and what cannot be reached.
    off_the_exhaust_never_along_brake(rule, rule_between) = "{rule} off the exhaust, never along brake or fuel lines, grommet in every hole, clips every {rule_between}, slack at hinges. Exhaust cold, vehicle on stands.";
    no_way(of, from, to) = "{of}: no way from {from} to {to}";
    every_way_between_them_is_forbidden() = "Every way between them is forbidden or missing; its sections count instead.";
    allow_a_way_again_or_add() = "Allow a way again, or add one.";
    and_more(more) = " and {more} more";
    past_an_airbag(first, more) = "{first}{more}: past an airbag";
    it_opens_through_its_trim() = "It opens through its trim and throws what lies in its way.";
    behind_or_below_it_clipped() = "Behind or below it, clipped to the body, never across or tied to it; its plugs stay shut, battery off and the maker's wait first. Trained staff for the airbag itself.";
    maker_instructions_for_airbags_come_first() = "maker's instructions for airbags come first";
    near_heat() = "near heat";
    insulation_near_an_exhaust_hardens_cracks() = "Insulation near an exhaust hardens, cracks and shorts.";
    keep_away_put_a_shield_between(rule_between) = "Keep {rule_between} away, put a shield between, or forbid this way.";
    clearance_from_the_exhaust() = "clearance from the exhaust";
    near_moving_parts() = "near moving parts";
    belts_steering_and_suspension_reach_further() = "Belts, steering and suspension reach further than they do at rest.";
    clear_at_full_travel_clipped(rule) = "{rule} clear at full travel, clipped on both sides.";
    clearance_from_moving_parts() = "clearance from moving parts";
    over_a_sharp_edge_without_grommet() = "over a sharp edge without grommet";
    an_edge_saws_through_loom() = "An edge saws through loom and insulation.";
    a_grommet_or_edge_trim(rule) = "A grommet or edge trim, and loom {rule} beyond on both sides; then say so.";
    grommets_at_sheet_metal() = "grommets at sheet metal";
    along_a_fuel_or_brake_line() = "along a fuel or brake line";
    a_wire_must_never_be_held() = "A wire must never be held by such a line: chafed through, it burns or lets the brake fail.";
    away_with_clips_of_its_own(rule) = "{rule} away with clips of its own, or forbid this way.";
    fuel_and_brake_lines() = "fuel and brake lines";
    below_the_frame() = "below the frame";
    the_first_rock_or_stump_tears() = "The first rock or stump tears it off.";
    inside_the_rail_or_forbid() = "Inside the rail, or forbid this way.";
    lowest_part_of_the_frame() = "lowest part of the frame";
    lamps_that_share_a_splice() = "Lamps that share a splice have no pins to note.";
    pin_order(plugs) = "Pin order: {plugs}.";
    bundle_of_in_a_grommet(way, thick, bore) = "{way}: bundle of {thick} in a grommet of {bore}";
    a_bundle_fills_at_most_90() = "A bundle fills at most 90 % of the bore.";
    another_grommet_or_another_way() = "Another grommet, or another way for some of the wires.";
    fill_of_grommets() = "fill of grommets";
    a_plug_does_not_go_through(way, bore) = "{way}: a plug does not go through {bore}";
    a_sealed_two_pin_plug(rule) = "A sealed two-pin plug is about {rule} across.";
    take_the_pins_out_pass_them(pins) = "Take the pins out, pass them through, put them back. {pins}";
    connectors_through_grommets() = "connectors through grommets";
    a_hole_is_drilled(way) = "{way}: a hole is drilled";
    what_is_behind_the_panel() = "What is behind the panel is drilled into as well: tank, brake line, harness.";
    its_own_size() = "its own size";
    look_behind_first_deburr_prime_grommet(mm, thick) = "Look behind first; deburr, prime, grommet of {mm} for the bundle of {thick}, seal.";
    over_a_hinge(way) = "{way}: over a hinge";
    it_bends_each_time_the_hinge() = "It bends each time the hinge moves; solder breaks there.";
    a_loop_that_rolls_and_does() = "A loop that rolls and does not pull, crimped, never soldered, clipped on both sides.";
    flexing_wires() = "flexing wires";
    is_no_place_of_this_vehicle(circuit, id) = "{circuit}: \"{id}\" is no place of this vehicle";
    until_that_is_corrected_the_usual() = "Until that is corrected, the usual place is assumed.";
    choose_another_place_or_add() = "Choose another place, or add it to the skeleton.";
    a_branch_lies_outside() = "A branch lies outside, in the wet";
    water_wicks_along_the_strands_into() = "Water wicks along the strands into every joint it reaches.";
    sealed_splice_with_adhesive_sleeve_entries() = "Sealed splice with adhesive sleeve, entries down, a drip loop before it.";
    splices_outside() = "splices outside";

    // Breakers that close again by themselves.
    its_breaker_closes_again_by_itself(chain) = "{chain}: its breaker closes again by itself";
    a_lasting_fault_is_heated_up() = "A lasting fault is heated up again each time, perhaps with nobody there to see it.";
    a_breaker_with_manual_reset() = "A breaker with manual reset, or a fuse: under the shop's habits, \"Fuse family\".";

    // Strips that fade along their length, controllers in the wet, sources that show, screws against the skin behind.
    no_piece_of_strip_fits(light) = "{light}: no piece of strip fits its edges";
    each_clear_span_is_shorter() = "Each clear span is shorter than one mark or one module.";
    longer_edges_a_strip_with_closer() = "Longer edges, a strip with closer marks, or shorter modules.";
    the_strip_fades_along_its_length(light) = "{light}: the strip fades along its length";
    fed_at_its_dimmest_group_gives(used, evenness) = "Fed at {used}, its dimmest group gives {evenness:.0} % of the brightest; below 80 % the eye sees it.";
    feed_it(label, text) = "Feed it at {label}: {text}.";
    strip_with_heavier_rails_fewer_watts() = "Strip with heavier rails, fewer watts a metre, or more circuits.";
    controller_too_weak(light) = "{light}: controller too weak";
    a_channel_is_rated_80(bears, takes) = "A channel is rated {bears}, 80 % of that continuously; each colour takes {takes}.";
    a_stronger_controller_an_amplifier() = "A stronger controller, an amplifier for the second half, or fewer watts a metre.";
    splitter_in_the_wet(light) = "{light}: splitter in the wet";
    many_splitter_and_controller_boxes() = "Many splitter and controller boxes are not weatherproof.";
    a_dry_place_near_the_battery() = "A dry place near the battery, or seal it, cables down.";
    the_leds_themselves_can_be_seen(light) = "{light}: the LEDs themselves can be seen";
    over_a_stop_of_looks_into(stop, who) = "Over a stop of {stop} {who} looks into it.";
    a_light_stop(stop, behind) = "A light stop of {stop}, or the source within {behind} of it.";
    its_tip_goes_into_the_skin(by) = "Its tip goes {by} into the skin behind: a dent or a hole.";
    use_a_screw_of_at_most(longest) = "Use a screw of at most {longest}, or put a spacer under its foot.";
    it_stops_only_short_panels_give(air) = "It stops only {air} short; panels give when they are leaned on.";
    at_most_long(longest) = "At most {longest} long.";
    it_ends_before_it_is_through(by) = "It ends {by} before it is through: it holds nothing.";
    a_longer_screw_after_measuring() = "A longer screw, after measuring the space behind.";
    it_comes_out_behind_the_panel(tip) = "It comes out {tip} behind the panel, and the space there has not been measured.";
    measure_from_the_back() = "Measure from the back of the panel to the skin before drilling.";
    screw_against_the_skin_behind(light) = "{light}: screw against the skin behind";

    // Added lights against what the alternator gives at idle.
    idling_with_everything_on_empties() = "Idling with everything on empties the battery";
    of_added_lights_and_about(added, own, idle) = "{added} of added lights and about {own} for the vehicle, against {idle} at idle.";
    raise_the_idle_light_less() = "Raise the idle, have fewer lights on at once, or fit a second battery.";

    // Bulbs that become LED, where the watching module or flasher will not have it.
    load_resistor_on_plastic(swap) = "{swap}: load resistor on plastic";
    w_case_about_plastic_carpet(mean_w, context) = "{mean_w:.0} W: case about {context}; plastic, carpet and foam melt and burn.";
    bolt_it_to_bare_metal(rule) = "Bolt it to bare metal, {rule} from wires, out of reach of hands.";
    leave_the_bulbs() = "Leave the bulbs.";

    // A terminal takes wires of some sizes: no push-on on a battery cable, no sealed contact above its range.
    a_push_on_receptacle() = "A push-on receptacle";
    take_a_holder_relay_or_switch() = "Take a holder, relay or switch with studs and rings, or join a short tail that the terminal takes and the fuse protects.";
    the_sealed_contact_of_a_lamp() = "The sealed contact of a lamp plug";
    join_a_tail_that_the_plug() = "Join a tail that the plug takes and the fuse protects to the wire, right at the lamp.";
    a_contact_of_a_sealed_connector() = "A contact of a sealed connector";
    take_a_connector_with_larger_contacts() = "Take a connector with larger contacts, two cavities side by side, or no connector there.";
    does_not_go_into_its_terminals(chain, wire) = "{chain}: {wire} does not go into its terminals";
    takes_to_at_it_would(what, least, most, places, wire) = "{what} takes {least} to {most}; at {places} it would have to take {wire}.";

    // Every wire is protected at its size, the leads of coils and signals too.
    the_lead_to_the_coil() = "the lead to the coil";
    its_own_fuse() = "its own fuse";
    the_lead(of) = "the lead from {of}";
    the_fuse(of) = "the fuse of {of}";
    nothing_protects(name, which) = "{name}: nothing protects {which}";
    it_carries_but_sits_behind(bears, behind, fuse) = "It carries {bears} but sits behind {behind}, {fuse}: in a short it burns first.";
    a_small_fuse_where_it_starts() = "A small fuse where it starts: under Switch, \"Small fuses in thin leads\", as needed.";

    // The feed in use against the wish.
    is_not_fit(chain, used) = "{chain}: {used} is not fit";
    take(other) = "Take: {other}.";
    join_another_circuit_or_give() = "Join another circuit, or give it one of its own.";
    will_not_follow_its_wish(chain) = "{chain}: will not follow its wish";
    without_that_wire_a_circuit() = "Without that wire a circuit of its own is lit by its switch alone.";
    nothing_can_light(chain) = "{chain}: nothing can light it";
    these_never_go_together(circuit) = "{circuit} These never go together.";
    take_out_one_of_the_conditions() = "Take out one of the conditions, or say \"or\" where it says \"and\".";
    lit_with_everything_off(chain) = "{chain}: lit with everything off";
    that_is_so_with_the_key(circuit) = "{circuit} That is so with the key out and nothing on.";
    add_a_switch_or_the_ignition() = "Add a switch or the ignition as a condition, or it flattens the battery.";

    // What worn contacts would cost: sizing counts with sound ones.
    little_margin_for_worn_contacts(chain) = "{chain}: little margin for worn contacts";
    worn_contacts_would_take_another(worn, left, needs, state_label) = "Worn contacts would take another {worn}: {left} at the lamps, which need {needs} ({state_label}).";
    the_next_thicker_wire_fewer_plugs() = "The next thicker wire, fewer plugs, or lamps with a lower cut-in.";
    relay() = "relay";
    switch() = "switch";
    vehicle() = "vehicle";
    trailer() = "trailer";

    // The stages of the work.
    stage_look() = "Look";
    stage_light() = "Light";
    stage_feed() = "Feed";
    stage_switch() = "Switch";
    stage_run() = "Run";
    stage_cut() = "Cut";
    stage_fit() = "Fit";
    stage_prove() = "Prove";
    stage_aim() = "Aim";
    stage_sign() = "Sign";
}
