//! The proof: every combination, every single failure.

sentences! {
    // What flows with everything off, and what a hand can leave on.
    from_both_batteries() = " from both batteries";
    from_the_auxiliary_battery() = " from the auxiliary battery";
    with(chain, current, source, words) = "{chain}: {current}{source} with {words}";
    no_current_with_everything_off() = "No current with everything off.";
    ma_with_everything_off(current, from) = "{current:.0} mA{from} with everything off.";
    with_everything_off(current, from) = "{current}{from} with everything off.";

    // What each single failure of an added part does to each lamp.
    short() = "short";
    poor() = "poor";
    stuck_open() = "stuck open";
    stuck_closed() = "stuck closed";
    reversed() = "reversed";
    left_out() = "left out";
    lamp(lamp) = "lamp {lamp}";
    out_of_step_with_the_others(chain, lamps) = "{chain}: {lamps} out of step with the others.";
    is_fed_backwards(name, words) = "{name} is fed backwards with {words}.";
    out(name) = "{name}: out.";
    lit_with(name, words) = "{name}: lit with {words}.";
    out_with(name, words) = "{name}: out with {words}.";
    partly_out(name, words) = "{name}: partly out with {words}.";
    dim_with(name, words) = "{name}: dim with {words}.";
    a_small_fuse_of_its_own() = "A small fuse of its own right at the joint, so that a chafed lead opens that one.";
    a_fuse_of_its_own() = "A fuse of its own at the joint, smaller than the factory fuse.";
    a_relay_for_each_beam() = "A relay for each beam or side, so that one failure leaves the other lit.";
    the_pin_is_the_only_ground() = "The pin is the only ground: the coupling is no ground. Clean pin and socket, check them each year.";
    a_second_ground_wire() = "A second ground wire to the same housing, or a housing whose functions have grounds of their own: none then looks for its way back through the others.";
    a_second_lead_from_the_bus() = "A second lead from the bus to the frame: then one lost stud puts nothing out.";
    a_feed_fuse_and_ground() = "A feed, fuse and ground for each side or beam, so that one failure leaves the other lit.";

    // Parts that can fail, and a network with one of them failed.
    there_is_no_part(part) = "there is no part \"{part}\" on this vehicle; mend it or name another";
    cannot_fail_in_this_way(part) = "\"{part}\" cannot fail in this way";

    // Keys and words for the parts of a vehicle's network.
    battery_of_the_towing_vehicle() = "battery of the towing vehicle";
    auxiliary_battery() = "auxiliary battery";
    fuse_of(factory) = "fuse of {factory}";
    source_of(factory) = "source of {factory}";
    wire_of(factory) = "wire of {factory}";
    lamps_of(factory) = "lamps of {factory}";
    module_on(factory) = "module on {factory}";
    stud_of_the_ground_bus() = "stud of the ground bus";
    ground_of(whose) = "ground of {whose}";
    main_fuse_and_feed() = "main fuse and feed of the fuse block";
    coil_of_the_master_relay() = "coil of the master relay";
    wire(name) = "wire \"{name}\"";
    ground_stud() = "ground stud";
    terminal_on_the_ground_bus() = "terminal on the ground bus";
    terminal_in_the_junction_box() = "terminal in the junction box";
    joint(other) = "joint {other}";
    connector(name) = "connector \"{name}\"";
    supply_leg() = "supply leg";
    return_leg() = "return leg";
    sync_wire() = "sync wire";
    sync_input(lamp) = "sync input of {lamp}";
    wire_to_the_switch() = "wire to the switch";
    wire_from(factory) = "wire from {factory}";
    small_fuse(n) = "small fuse {n}";
    diode(n) = "diode {n}";
    electronics_of(name) = "electronics of the {name}";
    coil_of(name) = "coil of {name}";
    control_ground_stud() = "control ground stud";
    modules_at_rest() = "modules at rest";
    ignition_relay_between_the_batteries() = "ignition relay between the batteries";
    voltage_sensing_relay_between_the_batteries() = "voltage-sensing relay between the batteries";
    diode_isolator() = "diode isolator";
    link_between_the_batteries() = "link between the batteries";

    // The way that a current took to a wire that should be off.
    from(from) = "from {from}";
    through_from(parts, from) = "through {parts} from {from}";
    through(parts) = "through {parts}";

    // The proof in words.
    combinations_all_that_can_occur(states) = "{states} combinations: all that can occur";
    combinations_all_within_each_group(states) = "{states} combinations: all within each group of circuits that share a signal, switch or wire";
    on_the_wire_of_while(volt, name, current) = "{volt} on the wire of {name} while its own source is off: {current}.";
    path_to_wire_of(names, name) = "{names} → wire of {name}";
    a_diode_in_the_lead(name) = "A diode in the lead from {name}, band away from it; or let a relay take it up.";
    opens_and_closes_without_end(name) = "{name} opens and closes without end: its own contact cuts its coil.";
    stays_dark() = "Stays dark.";
    is_lit() = "Is lit.";
    glows_at_of_its_light(percent) = "Glows at {percent} of its light.";

    // What a body module or a trailer module would notice of the added load.
    reports_a_trailer_as_connected() = "Reports a trailer as connected";
    sees_no_trailer() = "Sees no trailer";
    on_its_lamp_wire(what, added) = "{what}: {added} on its lamp wire.";
    pulsed_or_dimmed_relays_chatter() = "Pulsed or dimmed: relays chatter on it, LED drivers flicker. Only its full voltage is proven here.";
    it_is_not_known_how() = "It is not known how it behaves: what is proven here holds only if it is plainly on or off.";
    reports_a_lamp_as_out(total, known) = "Reports a lamp as out: {total} where it knows {known}.";
    reports_too_much_load(total, known) = "Reports too much load: {total} where it knows {known}.";
    no_longer_detects_a_failed_lamp(added) = "No longer detects a failed lamp: {added} still flows.";
    sees_nothing_wrong_beside(added, existing) = "Sees nothing wrong: {added} beside {existing}.";
    battery() = "battery";
    alternator() = "alternator";
    switch() = "switch";
    a_joint() = "joint";
    jumper() = "jumper";
    and() = " and ";
}
