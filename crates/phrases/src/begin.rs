//! What is to be done: the kinds of work, what each begins with, and what they leave to be decided.

sentences! {
    // What new things start as, until somebody says better: each is a usual one of its kind (common practice, no source).
    hitch_lamp() = "hitch lamp";
    turn_left() = "Turn, left";
    body_module() = "Body module";
    the_authority() = "the authority";
    from_behind() = "From behind";
    spot() = "Spot";
    factory_circuit() = "Factory circuit";
    section() = "Section";
    edge() = "Edge";
    bimetal_flasher() = "bimetal flasher";
    electronic_flasher() = "electronic flasher";
    flasher_that_counts_no_load() = "flasher that counts no load";
    a_body_module() = "body module";
    engine_off() = "Engine off";
    charging() = "Charging";
    low_battery() = "Low battery";

    // Strip and small lights for a bed, a boot, a bonnet, an emblem.
    bed_lights() = "Bed lights";
    led_strip() = "LED strip";

    // Relays and fused feeds for the headlamps: the old plug only triggers.
    low_beam() = "Low beam";
    high_beam() = "High beam";
    wire(name) = "{name} wire";

    // A lamp at the hitch, on a lead between socket and plug that passes everything on.
    tail_wire_of_the_socket() = "Tail wire of the socket";
    tail_light() = "Tail light";
    left() = "Left";
    right() = "Right";
    stop_and_turn_wire(side) = "{side} stop and turn wire of the socket";
    stop_light() = "Stop light";
    stop_light_left_lead() = "Stop light, left lead";
    stop_light_right_lead() = "Stop light, right lead";
    stop_wire_of_the_socket() = "Stop wire of the socket";
    reverse_wire_of_the_socket() = "Reverse wire of the socket";
    reverse_light() = "Reverse light";
    hitch_lamp_name() = "Hitch lamp";
    lead_to_lamp() = "Lead to lamp";

    // New lamps that go out with the key: from an empty fuse position, or a relay that the ignition pulls.
    empty_fuse_position() = "Empty fuse position";
    added_lamps() = "Added lamps";

    // Lamps on a ready-made harness from a box: it is checked, laid and coiled, not made.
    work_lamps() = "Work lamps";

    // A lamp in the place of another, on the factory's own plug: most of what is fitted.
    front_fog_lamps() = "Front fog lamps";
    fog_lamps() = "Fog lamps";
    led_fog_lamp() = "LED fog lamp";
    old_fog_lamp() = "Old fog lamp";

    // Corroded connectors, melted holders, lost grounds.
    connector() = "Connector";

    // A light that comes on with a factory lamp, and needs no switch.
    parking_lamps() = "Parking lamps";
    accent_light() = "Accent light";
    joint_to_light() = "Joint to light";

    // Lights of a vehicle that is towed on its wheels: its own lamps obey the towing vehicle.
    tail_lamps_own() = "Tail lamps, own";
    lead_tail() = "Lead: tail";
    stop_and_turn_own(side) = "Stop and turn, own, {side}";
    lead_stop_and_turn(side) = "Lead: stop and turn, {side}";
    tail_lamp(side) = "Tail lamp {side}";
    stop_and_turn(side) = "Stop and turn {side}";
    rear_lamp(side) = "Rear lamp, {side}";
    diodes_to_lamp() = "Diodes to lamp";

    // The fact on which a kind of work turns: asked before any figure, as long as nobody has said it.
    plain_pulsed_or_monitored(wire) = "{wire}: plain, pulsed or monitored?";
    on_a_pulsed_or_monitored_wire() = "On a pulsed or monitored wire the new lamp flickers or is reported as failed: other lamps, or another feed.";
    which_side_is_live(position) = "{position}: which side is live, with the key and without?";
    on_the_wrong_side_the_new() = "On the wrong side the new circuit has no fuse of its own; live without the key, it empties the battery.";
    does_its_switch_give_plus(wire) = "{wire}: does its switch give plus or ground? Read it lit and dark.";
    it_says_which_coil_terminal() = "It says which coil terminal the wire goes to; wrong, the relays hold with everything off.";
    along_which_edges_how_long(light) = "{light}: along which edges, how long?";
    watts_feeds_and_pieces_all_follow() = "Watts, feeds and pieces all follow from the length that is lit.";
    which_wire_and_fuse_does(kit) = "{kit}: which wire and fuse does it have?";
    a_fuse_above_what_its_wire() = "A fuse above what its wire is good for protects nothing; lamps above its fuse blow it. Both stand on its parts.";
    how_many_watts_by_its_label(light) = "{light}: how many watts, by its label or by a clamp?";
    fuse_wire_relay_and_the_battery() = "Fuse, wire, relay and the battery's hours all follow from it.";
    which_model_series_stands(module) = "{module}: which model series stands on it?";
    byte_bit_and_pins_differ() = "Byte, bit and pins differ from series to series; a wrong one switches something else.";
    what_does_the_towed_vehicle_draw() = "What does the towed vehicle draw with its key where it must stand?";
    a_day_tow_may_empty() = "A day's tow may empty its battery; then a charge wire belongs in the lead.";

    // Beacons and flashers of service vehicles.
    beacons() = "Beacons";
    post_to_fuse() = "Post to fuse";
    through_the_firewall_to_the_switch() = "Through the firewall to the switch";
    up_the_pillar_to_the_roof() = "Up the pillar to the roof";
    roof_to_the_beacons() = "Roof to the beacons";
    beacons_to_stud() = "Beacons to stud";
    led_beacon() = "LED beacon";

    // Kinds of work: label, a line, other words by which they are found.
    accent_label() = "Strip and accent light";
    accent_says() = "Bed, boot, bonnet, steps, grille or emblem; by switch or remote.";
    accent_also() = "strip rgb bed cargo boot emblem grille backlight remote controller splitter";
    bulb_to_led_label() = "Bulbs to LED";
    bulb_to_led_says() = "In the fittings that are there; what flashes fast or reports a fault is answered.";
    bulb_to_led_also() = "hyperflash flasher resistor canbus bulb out indicator turn signal";
    coding_label() = "Lamp coded into a module";
    coding_says() = "Pins into the module's connector, one bit of its coding value.";
    coding_also() = "retrofit module pin bit byte coding door";
    headlamp_relay_label() = "Relays for the headlamps";
    headlamp_relay_says() = "Fused feeds from the battery; the old plug only triggers.";
    headlamp_relay_also() = "headlight harness relay low beam high beam dim";
    hitch_lamp_label() = "Lamp at the hitch";
    hitch_lamp_says() = "Takes tail, brake and reverse from the trailer socket and passes them on.";
    hitch_lamp_also() = "hitch receiver trailer socket intermediate lead loop";
    isolation_label() = "Second battery";
    isolation_says() = "With its isolator and cable, so that lights never flatten the first.";
    isolation_also() = "auxiliary battery isolator split charge relay dc-dc leisure";
    key_controlled_label() = "New lamps that go out with the key";
    key_controlled_says() = "From an empty fuse position, or a relay that the ignition pulls.";
    key_controlled_also() = "ignition switched fuse box tap accessory";
    kit_label() = "Lamps on a harness from a box";
    kit_says() = "Fuse, relay and switch are on it: checked, laid, coiled.";
    kit_also() = "kit ready made harness box retrofit loom relay prewired";
    plug_in_label() = "Lamp on its own plug";
    plug_in_says() = "An LED fog, tail or side lamp in the place of the old one; nothing is cut.";
    plug_in_also() = "replacement swap unit fog tail lamp plug adapter";
    repair_label() = "Repair a connector";
    repair_says() = "Clean, neutralise, dry, grip, protect, seal; then look again.";
    repair_also() = "corrosion green plug water fix ground";
    switched_label() = "New lamps with a switch";
    switched_says() = "Work, driving or ditch lamps: battery, fuse, relay, switch.";
    switched_also() = "work lamp light bar driving ditch pillar scene flood battery relay";
    tie_in_label() = "Light on a factory lamp's wire";
    tie_in_says() = "Comes on with the parking, boot or door lamp; no switch.";
    tie_in_also() = "tie in splice parking marker boot door follow tap";
    towed_vehicle_label() = "Lights of a towed vehicle";
    towed_vehicle_says() = "Its own rear lamps obey the vehicle in front, over diodes.";
    towed_vehicle_also() = "flat towed dinghy car behind motorhome diodes";
    trailer_renewal_label() = "Lamps of a trailer";
    trailer_renewal_says() = "Old boards to sealed lamps, side markers; placed by the rule book.";
    trailer_renewal_also() = "trailer board marker renewal plug wiring";
    warning_label() = "Beacons and flashers";
    warning_says() = "Roof beacons, grille and side flashers, kept in step.";
    warning_also() = "warning strobe amber light bar emergency beacon pattern sync";
    nothing() = "nothing";
}
