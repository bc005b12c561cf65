//! Steps of the work.

sentences! {
    // Several vehicles over bays and people, day by day: what cures does so overnight, a vehicle keeps its bay until it is done, a person does one thing at a time.
    the_shop_opens_at_and_closes(opens, closes) = "the shop opens at {opens} and closes at {closes} minutes after midnight: it must close later, the same day";
    nothing_waits_to_be_fitted() = "Nothing waits to be fitted.";
    one_person() = "1 person";
    people(people) = "{people} people";
    // Work of a kind, beside what its minutes were.
    minutes_learned(work, factor, timed) = "{work}: {factor} of the plan ({timed} timed)";
    kind_readings() = "readings";
    kind_probing() = "probing";
    kind_battery_lead() = "battery lead off and on";
    kind_bench() = "bench";
    kind_lifting() = "chocking and lifting";
    kind_trim() = "trim";
    kind_holes() = "holes";
    kind_plugs() = "plugs";
    kind_cutting() = "cutting and crimping";
    kind_pulling() = "pulling bundles";
    kind_mounting() = "mounting";
    kind_hardware() = "fuses, relays, switches";
    kind_joints() = "joints";
    kind_grounds() = "grounds";
    kind_repairs() = "repairs";
    kind_swaps() = "bulbs to LED";
    kind_tidying() = "loom and clips";
    kind_aiming() = "aiming";
    kind_other() = "other work";
    give_bays_and_people(most) = "give 1 to {most} bays and 1 to {most} people";
    in_done(n, bays, people, date) = "{n} in {bays}, {people}, done on {date}";
    h_min_of_work(minutes, minutes_2) = "{minutes} h {minutes_2:02} min of work";

    // The steps of one circuit: hardware, wires, joints, returns, lamps, connectors.
    reachable_dry_terminals_down_screwed() = "reachable, dry, terminals down; screwed to plastic or treated steel";
    its_aerial_stretched_out_not_coiled() = "its aerial stretched out, not coiled, away from sheet metal; pair the remote, try it from outside";
    wire_the_switch_before() = "wire the switch before it is pushed in; its label upright";
    the_lamp_of_its_symbol() = "the lamp in its symbol to the ground terminal: lit while it is on, seen at night";
    the_fuse_stays_out() = "the fuse stays out";
    lay_the_harness() = "lay the harness";
    pull_the_wires() = "pull the wires";
    hole_for_the_cable_through(name) = "{name}: hole for the cable through the roof";
    step_drill_file_primer_cable_gland() = "step drill, file, primer, cable gland, sealant";
    headliner_down_first_look_for_ribs() = "headliner down first: look for ribs, looms and drains; drill from outside with a stop";
    deburr_prime_both_sides_gland() = "deburr, prime both sides, gland with sealant under its flange, cable entry to the rear";
    round_where_the_gland_grips() = "round where the gland grips: jacketed cable, or adhesive heat-shrink over single wires";
    sealant_in_each_screw_hole() = "sealant under each foot and in each screw hole of the roof";
    a_drip_loop_inside_water_over() = "a drip loop inside; water over it before the headliner goes up";
    behind_a_panel_are_harnesses() = "Behind a panel are harnesses and airbags: look first.";
    mount_the_lamp() = "mount the lamp";
    mount_the_lamps() = "mount the lamps";
    level() = "level";
    level_on_both_sides() = "level on both sides";
    screws_finger_tight_until_aimed(level) = "{level}; screws finger-tight until aimed";
    screws_tight_not_so_that_plastic(level) = "{level}; screws tight, not so that plastic bends";
    solvent_gloves_air_no_flame() = "Solvent: gloves, air, no flame.";
    screws_stop_short_of_the_skin() = "screws stop short of the skin behind: see Light";
    joints(name, n) = "{name}: joints, {n}";
    crimper_or_iron_heat_gun() = "crimper or iron, heat gun";
    heat_gun_and_soldering_iron_away() = "Heat gun and soldering iron away from fuel vapour.";
    black_to_plus_each_colour() = "black to plus, each colour to the pad of its letter, at both ends of a lead; no colour ever to plus";
    one_connector() = "1 connector";
    connectors(plugs) = "{plugs} connectors";
    seals_on_blind_plugs_in_each() = "seals on, blind plugs in; each clicks; tug";
    a_blank_comes_out() = "a blank comes out for the switch, from behind or with a plastic lever; keep it";
    its_frame_covers_the_hole_all() = "its frame covers the hole all round";
    its_bracket_clear_of_knees_pedals() = "its bracket clear of knees, pedals and airbag";
    hole_for_the_switch(name) = "{name}: hole for the switch";
    tape_small_drill_step_drill() = "tape, small drill, step drill or file";
    look_behind_the_panel_room() = "look behind the panel: room for the switch and its terminals, no loom, no airbag";
    tape_on_the_face_small_holes() = "tape on the face, small holes first, up to the size by file; no edge for a wire";
    bare_metal_star_washer_protect() = "bare metal, star washer, protect it after";
    joint_on_a_factory_ground_wire() = "joint on a factory ground wire";
    a_thick_one_that_ends() = "a thick one that ends at a stud near by; 0 V to battery negative with everything on";
    its_own_screw_on_the_bus() = "its own screw on the bus; the bus to bare metal, protected after";
    a_ground() = "ground";
    return_to_the_ground_terminal() = "return to the ground terminal of the plug";
    in_the_junction_box_dry() = "in the junction box, dry, its cover on; never the coupling as a ground";
    return_to_battery_negative() = "return to battery negative";
    the_ring_goes() = "the ring goes on with the battery's own, last";
    pull_the_bundles_along_their_ways(along) = "Pull the bundles along their ways, {along}";
    semi_rigid_wire_as_a_fish() = "semi-rigid wire as a fish tape, clips, loom";
    feed_and_pull_together_never() = "feed and pull together; never by a joint";
    loom_over_edges_and_beyond_clips(rule, rule_between) = "loom over edges and {rule} beyond; clips every {rule_between}, finger-tight";
    grommet_out_wiped_clean_wires_through() = "grommet: out, wiped clean, wires through its middle, back in with its lip all round; sealant where it was cut";
    never_along_brake_or_fuel_lines() = "Never along brake or fuel lines as a support.";
    controller_box() = "controller box";

    // What holds a lamp: the minutes, the parts and the care that each way wants.
    wipe_magnet_and_sheet_grit_scratches() = "wipe magnet and sheet: grit scratches; bare steel or painted steel only, pull at it by hand";
    its_cable_over_a_soft_seal() = "its cable over a soft seal with a drip loop, never over an edge";
    nuts_onto_plastic_studs_by_hand() = "nuts onto plastic studs by hand, then an eighth of a turn more: a stripped stud holds nothing";
    edge_of_the_hole_deburred() = "edge of the hole deburred and painted; old grommet out, seat clean, new one in all round";
    press_the_lamp_in_with_soapy() = "press the lamp in with soapy water, no grease; its plug hangs below the hole";
    spacers_of_no_trim_is_cut(name, spacer) = "{name}: spacers of {spacer}; no trim is cut";
    a_magnet_is_not_a_fixing() = "A magnet is not a fixing: no faster than its maker says, off before the wash.";

    // Lamps of several functions in one housing: mounted once, grounded once, plugged once.
    mount_it(housing) = "{housing}: mount it";
    finger_tight_screws_until_aimed() = "screws finger-tight until aimed";
    screws_tight_not_so_that_plastic_bends() = "screws tight, not so that plastic bends";
    level_the_right_way_up_left(tight) = "level, the right way up: left and right differ; {tight}";
    the_cable_leaves_at_the_bottom() = "the cable leaves at the bottom, with a drip loop";
    it_carries_all_functions() = "it carries all functions of the lamp at once";
    joint_of_the_ground(name) = "{name}: joint of the ground";
    its_plug_pins(name, pins) = "{name}: its plug, {pins} pins";
    seals_on_each_pin() = "seals on, each pin by the table, blind plugs in; it clicks; tug";
    ground_first_with_it_open_each() = "ground first: with it open each function looks for its way back through the others";

    // Steps of a harness from a box: nothing is cut, its parts find their places, what is left of it is coiled.
    fuse_holder_relay_and_switch(circuit, kit) = "{circuit}: fuse holder, relay and switch of {kit}";
    lay_all_of_it_out_first() = "lay all of it out first: wire, fuse, relay as they were noted, every crimp tugged";
    the_switch_lead_through_a_grommet() = "the switch lead through a grommet in the firewall, one that is there before a new hole; a drip loop in front of it";
    the_switch_in_a_blank_panel() = "the switch in a blank panel, plugged before it is pushed in; the fuse stays out";
    are_left_a_loose_coil_tied(left) = "{left} are left: a loose coil, tied twice, dry and away from heat; note where";
    ground_ring_of_the_harness(circuit) = "{circuit}: ground ring of the harness";
    its_plus_ring_stays_wrapped_away() = "its plus ring stays wrapped, away from the post, until the battery goes back on";
    its_plug() = "its plug";
    its_plugs(lamps) = "its {lamps} plugs";
    each_clicks_tug_an_unused_branch() = "each clicks; tug; an unused branch is capped and tied back";

    // What is still open where a step closes something: its readings, the Stops of what is switched on with it.
    not_read(name) = "not read: {name}";
    outside_its_window(name) = "outside its window: {name}";
    stop(title) = "Stop: {title}";

    // Lamps in the place of others, on the factory's own plugs: trim off, unplug, plug in, light it before it is mounted, mount, trim on.
    the_lamp() = "the lamp";
    the_lamps() = "the lamps";
    trim_off_unplug_old_off(name, lamp) = "{name}: trim off, unplug, old {lamp} off";
    trim_tools_box_for_clips_tape() = "trim tools, box for clips, tape";
    key_and_lamps_off_nothing() = "key and lamps off; nothing is live while it is unplugged";
    release_from_inside_first_tape() = "release from inside first; tape on paint; a photo of bracket and screws as they were";
    plug_in_light_before_mounting(name, lamps) = "{name}: plug in {lamps}, light before mounting";
    each_clicks_function_on_lit() = "each clicks; function on: lit, and nothing else lights or blinks";
    dark_on_a_live_plug_turn() = "dark on a live plug: turn the plug, or swap its two pins; write down which";
    a_message_on_the_dash() = "a message on the dash, or a fast flasher: see what Feed says of the module";
    mount(name, lamps) = "{name}: mount {lamps}";
    old_bracket_and_clips_spacers_stay() = "old bracket and clips; spacers stay";
    finger_tight_until_aimed() = "finger-tight until aimed";
    tight_plastic_studs_gently() = "tight, plastic studs gently";
    left_and_right_differ_old_brackets() = "left and right differ; old brackets";
    nuts_the_lead_lies_free(tight) = "nuts {tight}; the lead lies free of edges and heat";
    the_lead_lies_free_of_edges() = "the lead lies free of edges and heat";
    trim_on(change) = "{change}: trim on";
    new_clips_for_broken_ones_lit() = "new clips for broken ones; lit once more when it is closed";
    keep_them_with_the_vehicle_papers() = "keep them with the vehicle's papers, left and right marked";
    keep_them_at_left_and_right(place) = "keep them at {place}, left and right marked";
    clean_the_plug_contacts() = "clean the plug's contacts";
    clean_the_contacts_bright_neutralise_rinse() = "clean the contacts bright, neutralise, rinse, dry; bend for grip";
    dielectric_grease_back_sealed() = "dielectric grease; back sealed with the wires hanging down";
    renew_the_plug_contacts() = "renew the plug's contacts";
    a_loose_contact_arced_new_contacts() = "a loose contact arced: new contacts or a new plug with its own pigtail";
    tug_each_look_how_far() = "tug each; look how far the heat went back along the wire";
    dry_the_plug_and_its_lead() = "dry the plug and its lead";
    water_came_in_blow_dry_look() = "water came in: blow dry, look along the lead";
    dielectric_grease_in_the_plug() = "dielectric grease in the plug";

    // How far the work is: marks that were set, and what may be done next.
    done_of_work(done, n, work) = "{done} of {n} done; {work} of work";
    of_waiting(wait) = "{wait} of waiting";
    to_walk(walk) = "{walk} to walk";
    in_all(planned) = "{planned} in all";
    first(what) = "first: {what}";
    the_plan_has_no_step(step) = "the plan has no step \"{step}\"; it changed since: look at the list again";
    cannot_be_done_yet(what, holds) = "\"{what}\" cannot be done yet: {holds}";
    waits_until_something_before(what, until) = "\"{what}\" waits until {until}: something before it has to rest";
    is_done_only_with_a_reason(what, open) = "\"{what}\" is done only with a reason, as this is open: {open}";
    is_done_already(what, by) = "\"{what}\" is done already, by {by}";

    // Steps beside the lamp circuits: corroded connectors repaired, coding values changed.
    acid_and_solvent_goggles_gloves_off() = "Acid and solvent: goggles, gloves, off the paint.";
    clean_the_contacts_bright(connector) = "{connector}: clean the contacts bright";
    weak_acid_with_salt_small_brush() = "weak acid with salt, small brush";
    on_and_off_a_few_times() = "on and off a few times; copper shows bright";
    neutralise_and_rinse(connector) = "{connector}: neutralise and rinse";
    baking_soda_in_water_then_clean() = "baking soda in water, then clean water";
    soda_until_nothing_foams_then_rinse() = "soda until nothing foams, then rinse twice";
    blow_dry(connector) = "{connector}: blow dry";
    warm_air() = "warm air";
    not_hot_no_flame_then_leave() = "not hot; no flame; then leave it open";
    bend_for_grip_grease_plug(connector) = "{connector}: bend for grip, grease, plug";
    pick_dielectric_grease() = "pick, dielectric grease";
    each_contact_grips_a_pin() = "each contact grips a pin by itself";
    renew_a_contact_that_does() = "renew a contact that does not";
    seal_the_back(connector) = "{connector}: seal the back";
    wires_hanging_down_so_that_sealant() = "wires hanging down, so that sealant does not run in";
    set() = "set";
    clear() = "clear";
    diagnostic_tester() = "diagnostic tester";
    battery_charged_and_held_a_module() = "Battery charged and held: a module that loses power while it is written is lost.";
    read_the_value_is_noted(before) = "read the value: {before} is noted as the one before";
    write_never_twice(after, coding) = "write {after}: {coding}, never twice";
    read_it_again_key_off() = "read it again, key off and on, clear old codes, look again";
    not_to_be_written(e) = "not to be written: {e}";
    more() = "more";
    less() = "less";
    only(place, by, way) = "{place} only, {by} {way}";

    // The steps of a job, made from its plan by rule, each with what must come before.
    before_figures() = "Readings before the work";
    meter_lux_meter_camera() = "meter, lux meter, camera";
    battery_at_rest_current() = "battery at rest, current with the key off";
    lux_at_a_marked_spot() = "lux at a marked spot, a photo from the same place";
    probe_the_plugs(factory) = "Probe the plugs of {factory}";
    read_the_empty_fuse_position(factory) = "Read the empty fuse position: {factory}";
    probe_the(factory) = "Probe the {factory}";
    probe_the_wire(factory) = "Probe the wire of {factory}";
    meter_on_the_range_above() = "meter on the range above the battery";
    function_on_about_battery_voltage_between() = "function on: about battery voltage between its pin and the ground pin; note which is which";
    function_off_about_0_v() = "function off: about 0 V; 3 to 10 V means dimmed, pulsed or monitored";
    the_current_of_the_old_lamps() = "the current of the old lamps in place of their fuse, before they come off";
    both_sides_key_on_and_key() = "both sides, key on and key off: one side live with the key, the other dead or without terminal";
    which_fuse_stands_before_the_row() = "which fuse stands before the row, and what else it feeds";
    work_the_function_about_battery_voltage() = "work the function: about battery voltage on, about 0 V off";
    three_to_10_v() = "3 to 10 V, or a dim test light: dimmed, pulsed or monitored; do not join it";
    orange_cables_and_airbag_wiring_trained() = "Orange cables and airbag wiring: trained staff only.";
    orange_cables_trained_staff_only() = "Orange cables: trained staff only.";
    cut_label_and_crimp_the_harness() = "Cut, label and crimp the harness";
    measure_first_figures_are_assumed(n) = "not before the assumed lengths and watts are measured: {n} left";
    cutter_crimper_labels() = "cutter, crimper, labels";
    tug_each_crimp_sleeves_for_later() = "tug each crimp; sleeves for later joints go on now, not yet shrunk";
    brackets_and_lamps_on_the_bench() = "Brackets and lamps on the bench, each lamp lit once";
    bench_supply_with_a_fuse() = "bench supply with a fuse";
    left_and_right_may_differ_one() = "left and right may differ; one way up";
    one_way_up() = "one way up";
    dark_turn_the_plug_round_first() = "dark: turn the plug round first";
    the_same_pattern_for_all() = "the same pattern for all that belong together: touch the pattern lead as the lamp's sheet says; then cap it";
    flashing_light_do_not_look_into() = "Flashing light: do not look into it; nobody with epilepsy beside it.";
    chock_lift_stands_exhaust_cold() = "Chock, lift, stands, exhaust cold";
    never_under_a_vehicle_without_stands() = "Never under a vehicle without stands.";
    hot_exhaust_burns() = "Hot exhaust burns.";
    trims_off_along_the_path() = "Trim off along the path";
    trim_tools_box_for_clips() = "trim tools, box for clips";
    release_from_inside_first_tape_on() = "release from inside first; tape on paint";
    hole(name) = "Hole: {name}";
    step_drill_file_primer_grommet() = "step drill, file, primer, grommet";
    look_behind_measure_the_depth() = "look behind, measure the depth to what is there";
    deburr_prime_grommet_seal() = "deburr, prime, grommet, seal";
    behind_a_panel_are_tanks_brake() = "Behind a panel are tanks, brake lines, harnesses: look first.";
    de_pin_plugs_that_do() = "De-pin plugs that do not go through";
    fuse_in() = "fuse in, ";
    readings(name, fuse, readings) = "{name}: {fuse}{readings} readings";
    readings_under_prove_each() = "readings under Prove, each in its window; wiggle every connector while it is lit";
    does_anything_light_that_should() = "does anything light that should not?";
    each_colour_by_itself_along() = "each colour by itself along the whole strip, then all: a group that is another colour has a pad or a core that is swapped or lost";
    loom_clips_tight_slack_coiled() = "Loom, clips tight, slack coiled and noted";
    nothing_below_the_lowest_part() = "Nothing below the lowest part of the frame.";
    trims_back_new_clips_for_broken() = "Trim back on, new clips for broken ones";
    aim_tighten_mark() = "Aim, tighten, mark";
    driving_and_work_lamps_dazzle_off() = "Driving and work lamps dazzle: off on the road.";
    after_figures_and_hand_over() = "Readings after the work, hand-over";
    current_with_the_key_off() = "current with the key off as before; lux at the same spot; a photo";
    what_each_switch_does() = "what each switch does, where the fuse is, when to look again";

    // Lamps that are stuck on: how each adhesive is worked, and how long it bears nothing.
    clean_with_isopropyl_alcohol_dry_press() = "clean with isopropyl alcohol, dry, press for 30 s";
    the_adhesive_holds_nothing_until() = "the adhesive holds nothing until it has cured overnight; tape holds it meanwhile";
    tape_is_a_clamp() = "tape is a clamp, not a fixing: a clip or a dab of silicone at each end and corner; no pull on it for 20 min";
    hot_melt_sets_in_minutes() = "hot melt sets in minutes and creeps where it gets warm: only away from lamps and engine";
    strain_relief_at_each_lead() = "strain relief at each lead: no pull on what is stuck";

    // Steps at the supply: battery off and on, a fuse block that circuits share, a second battery.
    battery_negative_off() = "Battery negative off";
    the_second_battery_negative_too() = "the second battery's negative too: it holds its side of the cable live";
    note_the_radio_code_a_memory() = "note the radio's code; a memory saver only where the maker allows it";
    wait_for_the_airbag_module() = "wait for the airbag module as the maker says";
    negative_first_a_spanner_between() = "Negative first; a spanner between the posts burns.";
    battery_gas_no_flame_no_spark() = "Battery gas: no flame, no spark.";
    fuse_block_main_fuse_master_relay() = "Fuse block, main fuse, master relay";
    fuse_block_and_main_fuse() = "Fuse block and main fuse";
    drill_press_for_lugs_torque_wrench() = "drill, press for lugs, torque wrench";
    reachable_dry_cover_on_the_main() = "reachable, dry, cover on; the main fuse within a hand of the battery";
    lugs_pressed_and_sleeved_nuts() = "lugs pressed and sleeved, nuts to torque; the main fuse stays out";
    coil_lead_from_the_key_live() = "coil lead from the key-live wire, its small fuse at the joint";
    second_battery_isolator_cable_between() = "Second battery, isolator, cable between the batteries";
    tray_and_strap_vented_outside() = "tray and strap, vented outside; a fuse within a hand of each post";
    cable_in_loom_away_from_exhaust() = "cable in loom, away from exhaust and edges; lugs pressed and sleeved, nuts to torque";
    its_minus_to_bare_metal_both() = "its minus to bare metal; both fuses stay out";
    both_ends_of_this_cable() = "Both ends of this cable are live: cover each lug until it is on.";
    battery_negative_on_last() = "Battery negative on, last";
    fuses_of_the_new_circuits_still() = "fuses of the new circuits still out";
    before_it_the_plus_ring(name) = "before it the plus ring of {name} on the plus post, nut tight";
    then_the_main_fuse() = "then the main fuse of the block";
    then_both_charge_fuses_engine() = "then both charge fuses; engine on: the second battery's voltage rises";
    nobody_works_at_the_wires_while() = "Nobody works at the wires while it is connected.";

    // Steps of bulbs that become LED: lamps, resistor, coding, fault code, and each function tried.
    drill_rivets_crimper() = "drill, rivets, crimper";
    across_the_function_wire_and_ground(rule) = "across the function's wire and ground, {rule} from other wires";
    it_burns_skin_while_it_works() = "It burns skin while it works: not where hands go.";
    clear_the_fault_code(swap) = "{swap}: clear the fault code";
    powered_while_a_lamp_was_unplugged() = "powered while a lamp was unplugged: the code stays until it is cleared";
    clear_switch_the_function_on_once() = "clear, switch the function on once, read again";
    sixty_to_120_flashes() = "60 to 120 flashes a minute, ";
    on_and_off_key_off(swap) = "{swap}: on and off, key off and on";
    no_message_on_the_dash_nothing(seen) = "{seen}no message on the dash, nothing glows while it is off";
    its_readings_stand_under_prove() = "its readings stand under Prove";
    led_in(function, places) = "{function}: LED in, {places}";
    gloves_trim_tool() = "gloves, trim tool";
    either_way_round() = "either way round";
    one_way_round() = "one way round";
    in_place_of_base(place, count, bulb, base, way) = "{place}: {count} × in place of {bulb}, base {base}, {way}";
    one_kohm_across_each_lamp() = "1 kohm across each lamp";
    diode_and_capacitor_at_each_lamp() = "diode and capacitor at each lamp, right way round";
    a_bulb_that_was_lit_burns() = "A bulb that was lit burns: let it cool.";
    read_the_value_and_note() = "read the value and note it as the one before";
    write_once_read_it_again_key(written) = "write {written}, once; read it again, key off and on";

    // Parts mounted beside the lamps.
    fuse_adapter_in_the_empty_position() = "fuse adapter in the empty position";
    fuse_holder() = "fuse holder";
    small_fuse_in_the_thin_lead() = "small fuse in the thin lead";
    relay() = "relay";
    diodes() = "diodes";
    flasher() = "flasher";
    dimmer() = "dimmer";
    airbag_near() = "Airbag in pillar, roof edge, seat or column: battery off and waited; never across, tied to or drilled near it.";
    switch() = "switch";
    vehicle() = "vehicle";
    bay() = "bay";
    lamp() = "lamp";
    lamps() = "lamps";
    sealant() = "sealant";
    bench() = "bench";
    meter() = "meter";
    spanner() = "spanner";
}
