//! Parts by their trade names.

sentences! {
    // Batteries: open-circuit voltage by charge, internal resistance, charge acceptance.
    lead_acid() = "lead-acid";

    // Copper conductors: the size system is part of the size.
    about_awg(near) = "about AWG {near}";
    is_no_wire_size_write(text) = "\"{text}\" is no wire size; write it as \"1.5 mm2\", \"AWG 16\" or \"SAE 16\"";
    wire_size_with_its_system_1() = "Wire size with its system: \"1.5 mm2\", \"AWG 16\", \"SAE 16\".";
    conductor() = "Conductor";

    // Blade fuses, and breakers in their form: ratings, colours, cold resistance, time-current gates, temperature.
    mini_blade() = "mini blade";
    large_blade() = "large blade";
    regular_blade() = "regular blade";
    blade_form_resets_by_itself() = "blade form, resets by itself";
    blade_form_manual_reset() = "blade form, manual reset";
    breaker() = "breaker";
    fuse() = "fuse";

    // Dimmers and flashers: modules in the feed of lamps that switch it on and off by themselves.
    flasher() = "flasher";
    dimmer() = "dimmer";

    // Insulation classes.
    pvc_80_c() = "PVC 80 °C";
    pvc_105_c() = "PVC 105 °C";
    xlpe_125_c() = "XLPE 125 °C";

    // How a joint is made where it sits: the shop's school, unless the place forbids it.
    crimped_solder_breaks_where_the_wire() = "crimped: solder breaks where the wire bends";
    crimped_solder_creeps() = "crimped: solder creeps where it is hot";
    crimped_a_tap_belongs() = "crimped: a tap belongs in the dry";
    crimped_a_tap_works_loose() = "crimped: a tap works loose where the wire bends";
    crimped_a_tap_softens() = "crimped: a tap softens in the heat";
    crimped_too_much_current() = "crimped: too much current for a tap";

    // A small catalog of generic lights, to start from.
    led_work_lamp_20_w() = "LED work lamp 20 W";
    led_work_lamp_40_w() = "LED work lamp 40 W";
    led_light_bar_120_w() = "LED light bar 120 W";
    led_beacon_15_w() = "LED beacon 15 W";
    led_reverse_lamp_10_w() = "LED reverse lamp 10 W";
    led_side_marker_1_w() = "LED side marker 1 W";
    led_strip_1_m_12_w() = "LED strip, 1 m, 12 W";
    led_strip_1_m_12_w_24() = "LED strip, 1 m, 12 W, 24 V";
    bulb_5_w() = "Bulb 5 W";
    bulb_21_w() = "Bulb 21 W";
    halogen_work_lamp_55_w() = "Halogen work lamp 55 W";
    halogen_work_lamp_70_w_24() = "Halogen work lamp 70 W, 24 V";

    // Plug-in relays.
    diode_across_it_stripe_to_86() = "diode across it, stripe to 86";
    ohm_across(system) = "{system} ohm across it";
    diode() = "diode";
    resistor() = "resistor";
    v_a(name, system, contact, with) = "{name} {system:.0} V {contact} A, with {with}";
    small_signal_relay() = "small signal relay";

    // Heat-shrink by what it must slide over and what it must grip.
    with_adhesive() = " with adhesive";
    heat_shrink(family, lined, bore, cut) = "heat-shrink {family}{lined}, {bore}, {cut}";

    // Crimp terminals by wire and stud, their tools, and what they hold.
    yellow() = "yellow";
    bare_lug() = "bare lug";
    press_die(conductor) = "press, die for {conductor}";
    ratchet_crimper_die(colour) = "ratchet crimper, {colour} die";
    bare(system) = "bare, {system}";
    splice_on_factory_wire(colour) = "splice on factory wire, {colour}";
    soldered_splice_on_factory_wire() = "soldered splice on factory wire";
    tap_connector(colour) = "tap connector, {colour}";
    plug_in_intermediate_lead() = "plug-in intermediate lead";
    soldered_to_the_pad() = "soldered to the pad";
    soldered_splice() = "soldered splice";
    butt_splice(colour) = "butt splice, {colour}";
    ring_m8(colour) = "ring M8, {colour}";
    ring_m6(colour) = "ring M6, {colour}";
    receptacle(bore, colour) = "receptacle {bore}, {colour}";
    sealed_contact_with_wire_seal(conductor) = "sealed contact with wire seal, {conductor}";
    sealed_contact_pair_with_wire_seal(conductor) = "sealed contact pair with wire seal, {conductor}";
    splitter_plug() = "splitter plug";

    // What a zone means for a wire.
    engine_bay() = "engine bay";
    cab() = "cab";
    underbody() = "underbody";
    exterior() = "exterior";

    // Diodes.
    silicon_diode(rated_a) = "silicon diode {rated_a} A";
    silicon_diode_block(rated_a) = "silicon diode block {rated_a} A";
    schottky_diode(rated_a) = "Schottky diode {rated_a} A";
    schottky_diode_block(rated_a) = "Schottky diode block {rated_a} A";

    // Relays.
    iso_micro_relay() = "ISO micro relay";
    iso_mini_relay() = "ISO mini relay";
    high_current_relay_with_studs() = "high-current relay with studs";
    unknown() = "unknown";
}
