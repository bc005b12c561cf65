//! Readings to take, what they should show, and what to do when they do not.

sentences! {
    // Expected readings with their windows, from the solved circuit.
    factory_plug() = "factory plug";
    function_on_red_on_the_plug() = "Function on. Red on the plug's +, black on battery -.";
    lamps_on_clamp_round_one_wire() = "Lamps on. Clamp round one wire at each plug; add them up.";
    lamps_on_red_on_black(from) = "Lamps on. Red on {from}, black on lamp +.";
    while_it_flashes(how) = "{how} Take the highest figure while it flashes.";
    at_lamp_the_farthest(how, lamp) = "{how} At lamp {lamp}, the farthest.";
    up_to(unit) = "up to {unit}";
    auxiliary_battery_plus() = "auxiliary battery +";
    the_towing_vehicle_battery_plus() = "the towing vehicle's battery +";
    battery_at_rest() = "Battery at rest";
    engine_off_lamps_off_red() = "Engine off, lamps off. Red on battery +, black on battery -.";
    battery_with_all_added_lamps() = "Battery with all added lamps on";
    engine_off_lamps_on_red() = "Engine off, lamps on. Red on battery +, black on battery -.";
    factory_joint() = "factory joint";
    function_on_red_on_the_joint() = "Function on. Red on the joint, black on battery -.";
    behind_the_fuse() = "behind the fuse";
    lamps_on_red_on_the_load() = "Lamps on. Red on the load side of the fuse, black on battery -.";
    across_the_lamp() = "across the lamp";
    lamps_on_red_on_lamp_plus() = "Lamps on. Red on lamp +, black on lamp -.";
    lamps_on_clamp_round_the_feed() = "Lamps on. Clamp round the feed, or meter in place of the fuse.";
    lost_in_the_feed() = "lost in the feed";
    lost_in_the_ground() = "lost in the ground";
    lamps_on_red_on_lamp_black() = "Lamps on. Red on lamp -, black on battery -.";
    as_expected() = "As expected.";
    minus_sign_the_leads() = "Minus sign: the leads are the wrong way round.";
    charge_the_battery_first_every_other() = "Charge the battery first; every other reading depends on it.";
    engine_running_or_surface_charge_wait() = "Engine running or surface charge: wait, then read again.";
    the_lamps_may_be_off() = "The lamps may be off, or the engine runs.";
    the_factory_wire_loses_too_much() = "The factory wire loses too much: look at its fuse, switch and joint.";
    check_that_the_function() = "Check that the function is on and the engine off.";
    drop_in_the_fuse_its_holder() = "Drop in the fuse, its holder or the post: read across each.";
    engine_running_read_the_battery_again() = "Engine running? Read the battery again.";
    read_the_feed_drop() = "Read the feed drop and the ground drop: one of them holds the loss.";
    less_current_than_planned_is_every() = "Less current than planned: is every lamp of the circuit lit?";
    a_lamp_is_out_or_draws() = "A lamp is out, or draws less than its figures say.";
    more_load_than_planned_check() = "More load than planned: check the lamps' figures before the fuse blows.";
    a_poor_joint_in_the_feed() = "A poor joint in the feed: read along it until the step shows.";
    a_poor_ground_bare_metal_toothed() = "A poor ground: bare metal, toothed washer, tight; then read again.";
    check_the_leads() = "Check the leads.";

    // Checks beside those of the lit circuit: what is read before, with the power off, by hand and eye, and on the whole vehicle; and which check relies on which.
    above_kohm(low) = "above {low:.0} kohm";
    above(unit) = "above {unit}";
    to(low_text, unit) = "{low_text} to {unit}";
    key_off_before_the_work() = "Key off, before the work";
    all_off_doors_shut_modules_asleep() = "All off, doors shut, modules asleep, nothing added joined yet. Meter in the battery's negative lead.";
    something_is_awake_or_on_wait() = "Something is awake or on: wait until every module is asleep, half an hour if need be, then read again. What remains was there before: tell the owner and note it.";
    resistance_to_ground() = "resistance to ground";
    battery_negative_off_red_on_lamp() = "Battery negative off. Red on lamp -, black on the clamp that was taken off, not on the post. The leads' own 0.1 to 0.2 ohm are included.";
    no_clean_ground_bare_metal_toothed() = "No clean ground: bare metal, toothed washer, tight; read again.";
    switch_on_the_coil_shows() = "switch on: the coil shows";
    switch_on() = "switch on";
    load_side_of_the_fuse() = "load side of the fuse to ground";
    battery_negative_off_fuse_out_red(how) = "Battery negative off, fuse out, {how}. Red on the load side of the fuse, black on the clamp that was taken off.";
    the_feed_is_shorted() = "The feed is shorted to the frame somewhere: leave the fuse out until it is found.";
    factory_plug_function_off() = "factory plug, function off";
    factory_joint_function_off() = "factory joint, function off";
    function_off_red_in_the_plug() = "Function off. Red in the plug's + pin, black on battery -.";
    function_off_red_on_the_joint() = "Function off. Red on the joint, black on battery -.";
    live_with_the_function_off_another() = "Live with the function off: another wire, or a module that watches it.";
    polarity_at_the_plug() = "polarity at the plug";
    lamp_not_plugged_switched_on_red() = "Lamp not plugged, switched on. Red where the lamp's + goes, black where its - goes.";
    minus_sign_the_two_pins() = "Minus sign: the two pins are swapped. Little or none: feed or ground is open.";
    flickers_when_moved() = "flickers when moved?";
    lamps_on_move_every_connector_pull() = "Lamps on. Move every connector, pull every crimp, bend what bends in use.";
    renew_that_joint_now_it_will() = "Renew that joint now: it will not get better.";
    all_lamps_in_step_one_pattern() = "all lamps in step, one pattern?";
    lamps_on_for_a_minute_count() = "Lamps on for a minute. Count a few rounds; look past them, not into them.";
    one_flashes_on_its_own() = "One flashes on its own: its sync lead is open, or its pattern is another. Set it again, then look at its sync joint.";
    out_with_its_fuse_and_nothing() = "out with its fuse, and nothing else?";
    lit_in_one_way_alone_pull() = "Lit in one way alone. Pull the fuse: these lamps go out and nothing else does. Put it back.";
    it_is_fed_by_another_fuse() = "It is fed by another fuse too, or that fuse feeds more: find out before you close.";
    no_added_lamp_lit() = "no added lamp lit";
    lit_no_other_added_lamp(some) = "{some} lit, no other added lamp";
    with(words) = "With {words}";
    factory_lamps_as_before_no_message(seen) = "{seen}; factory lamps as before, no message on the dash.";
    not_as_wished_look() = "Not as wished: look for the fault, or at the wish, before you go on.";
    the_battery_negative() = "the battery's negative";
    inputs_on(inputs) = "with {inputs}";
    auxiliary_battery() = "Auxiliary battery: ";
    the_auxiliary_battery_negative() = "the auxiliary battery's negative";
    wait_for_the_relay_to_close() = "wait for the relay to close";
    battery_switch() = "battery switch on";
    all_lamps_off() = "all lamps off";
    auxiliary_battery_charged_with_the_engine() = "Auxiliary battery: charged with the engine on?";
    engine_on_red_on_its_plus(closes, least) = "Engine on, {closes}. Red on its +, black on its -: above {least} within a minute, and at rest again with the engine off.";
    check_both_charge_fuses() = "Check both charge fuses, then the isolator: does it close, is its ground good?";
    current_in_all_added_lamps() = "current in all, added lamps on";
    engine_off_nothing_else_clamp_round(on, pole) = "Engine off, {on}, nothing else. Clamp round {pole} cable. Lamps that the vehicle had on the same wires are included.";
    a_circuit_is_out_or_draws() = "A circuit is out, or draws less than planned.";
    something_else() = "Something else is on, or a load is larger than planned.";
    key_off_after_the_work() = "key off, after the work";
    all_off_doors_shut_modules_asleep_meter(pole) = "All off, doors shut, modules asleep. Meter in {pole} lead. It must be back to what it was.";
    something_that_was_added_stays() = "Something that was added stays on: pull its fuses one by one.";

    // A log of readings from CSV: good rows offered, bad rows named by line.
    the_first_row_has_no_column(missing) = "the first row has no column \"{missing}\"; name the columns check, value, at, by";
    more_than_rows_split_the_log(most_rows) = "more than {most_rows} rows; split the log";
    there_is_no_check(check) = "there is no check \"{check}\" in this job";
    is_not_a_time_write(text) = "\"{text}\" is not a time; write it like 2026-03-02T09:30:00Z";
    lies_in_the_future(at) = "{at} lies in the future";
    the_name_is_longer_than_60() = "the name is longer than 60 characters";
    is_neither_yes_nor(text) = "\"{text}\" is neither yes nor no";
    is_not_a_number_write(text) = "\"{text}\" is not a number; write it like 12.31";
    the_unit_does_not_fit(unit, own) = "the unit \"{unit}\" does not fit this check; it is read in {own}";
    is_more_than_any_meter_shows(v) = "{v} is more than any meter shows";

    // What is read of work that lays no circuit: repaired connectors, coded modules.
    lost_in_the_contact(name) = "{name}: lost in the contact";
    its_lamp_on_red() = "Its lamp on. Red on the wire before the connector, black on the same wire behind it; each pin.";
    the_leads_are_the_wrong_way() = "The leads are the wrong way round.";
    still_poor_bend_the_contact() = "Still poor: bend the contact, or renew it; look how far the green goes into the wire.";
    read_the_value_back(after) = "Read the value back: {after}. ";
    coded_and_working(name) = "{name}: coded and working?";
    key_off_for_a_minute_key(reads) = "{reads}Key off for a minute, key on: the lamp works with its signal, no fault code comes back.";
    read_the_value_again_before_anything() = "Read the value again before anything is written: never set a bit twice.";

    // The few readings that tell most for their seconds.
    that_each_fuse_puts_out() = "That each fuse puts out its own lamps and nothing else.";
    that_a_factory_wire_is_dead() = "That a factory wire is dead with its function off: lamps may hide a volt or two.";
    a_feed_shorted_to_the_frame() = "A feed shorted to the frame, before its fuse blows.";
    a_joint_that_opens_only_warm() = "A joint that opens only warm, wet or shaken on the road.";

    // What is read of functions whose bulbs became LED.
    current(name) = "{name}: current";
    the_function_on_steady() = "The function on, steady where it flashes; clamp round its wire, or the meter in place of its fuse. About 12.8 V at the battery.";
    a_lamp_is_out_or_turned() = "A lamp is out or turned round; below what the monitor wants, a lost bulb is reported.";
    a_bulb_is_still() = "A bulb is still in, or another lamp is on this wire.";
    about_flashes_a_minute(usual_per_minute) = "about {usual_per_minute:.0} flashes a minute, ";
    works_as_before(name) = "{name}: works as before?";
    on_and_off_key_off(rate) = "On and off, key off and on: {rate}no message, no glow while off, no other lamp lit.";
    the_monitoring_module_rejects_it_see() = "The monitoring module rejects it: see Bulbs to LED, under Light.";
    current_name() = "current";
}
