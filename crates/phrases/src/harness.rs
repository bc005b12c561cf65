//! The harness: cut list, ends, joints, connectors, labels, parts.

sentences! {
    // Jacketed cables: wires of a circuit that run the same way outside the cab, as cores of one cable; the leads of a strip that mixes colours.
    black() = "black";
    jacketed_cable(n, wire) = "{n} × {wire} jacketed cable";
    in_cable(number) = "in cable {number}";

    // Colours of wires, given out by rule, and the bands that tell wires of one colour apart.
    grey() = "grey";
    yellow() = "yellow";
    brown() = "brown";
    violet() = "violet";
    one_band() = "1 band";
    bands(n) = "{n} bands";

    // Sealed connectors with their cavities, seen from both faces.
    blind_plug() = "blind plug";
    spare_a_blind_plug_in_each(spare) = "{spare} spare: a blind plug in each, or water gets in";
    sealed_way_connector(ways) = "sealed {ways}-way connector";
    both_halves_sockets_on_the_side() = "both halves: sockets on the side that stays live";
    socket_half() = "socket half";
    pin_half() = "pin half";
    lamp_own_lead() = "lamp's own lead";
    blind_plug_of(name) = "{name}: blind plug";
    pins_swapped_this_lamp_has_minus() = "pins swapped: this lamp has minus on 1";
    dark_on_a_good_plug_swap() = "dark on a good plug: swap 1 and 2, then say so under Light";
    half_on_the_harness() = "half on the harness";
    half_on_the_strip_lead() = "half on the strip's lead";
    the_housing_own_plug_may_count() = "the housing's own plug may count otherwise: work each function, then note its pin";
    function_on_to_through(cut) = "function, on to {cut}; through";
    ground_through() = "ground, through";
    pins_of_the_factory_plug_differ() = "pins of the factory plug differ by model: probe, then note them";
    further_pins_of_the_plug_go() = "further pins of the plug go straight through";
    intermediate_lead(circuit_name) = "{circuit_name}: intermediate lead";
    half_for_the_vehicle_plug() = "half for the vehicle's plug";
    half_for_the_lamp() = "half for the lamp";
    on_to_through(from, cut) = "{from}, on to {cut}; through";
    ground_taken_through() = "ground, taken; through";
    numbers_of_this_list() = "numbers of this list, not of the plug: see the map of its pins under Run";
    every_further_pin_goes_straight_through() = "every further pin goes straight through";
    half_for_the_vehicle_socket() = "half for the vehicle's socket";
    half_for_the_trailer_plug() = "half for the trailer's plug";
    trailer_socket_intermediate_lead() = "Trailer socket: intermediate lead";

    // The cut list: every piece of wire with both ends.
    two_at_the_ends(each) = "2 × {each} at the ends";
    spare(ends, spare_percent) = "{ends}, {spare_percent} % spare";

    // Ends of wires for people: what each is called, and by what a wire is fastened there.
    sleeve_first() = "sleeve first";
    sync() = "sync";
    lamp(number) = "lamp {number}";
    a_lamp() = "lamp";
    connector(plug) = "connector {plug}";
    wire_of(label) = "wire of {label}";
    minus_wire(wire) = "minus wire of {wire}";
    fuse_adapter() = "fuse adapter";
    small_fuse(number) = "small fuse {number}";
    switch(number) = "switch {number}";
    symbol() = "symbol -";
    diode(number) = "diode {number}";
    ground_stud(housing) = "ground stud of {housing}";
    a_ground_stud() = "ground stud";
    control_ground_stud() = "control ground stud";
    factory_ground_wire() = "factory ground wire";
    ground_terminal_of_the_plug() = "ground terminal of the plug";
    main_fuse() = "main fuse";
    fuse_block() = "fuse block";
    master_relay_fuse() = "master relay fuse";
    master_relay_ground_stud() = "master relay ground stud";
    battery_charge_fuse() = "battery's charge fuse";
    auxiliary_charge_fuse() = "auxiliary's charge fuse";
    isolator_small_fuse() = "isolator's small fuse";
    auxiliary_ground_stud() = "auxiliary's ground stud";
    ground_stud_by_the_battery() = "ground stud by the battery";
    battery_relay() = "battery relay";
    voltage_sensing_relay() = "voltage-sensing relay";
    diode_isolator() = "diode isolator";
    feed_splice() = "feed splice";
    splice_of_the_coils() = "splice of the coils";
    splice_of(wire) = "splice of {wire}";
    coil_splice(wire) = "coil splice of {wire}";
    minus_splice(wire) = "minus splice of {wire}";
    splice(number) = "splice {number}";
    branch(pole) = "branch {pole}";
    branch_leg(pole, leg) = "branch {pole} {leg}";
    controller() = "controller";
    splitter() = "splitter";
    strip_start() = "strip start";
    strip_middle() = "strip middle";
    strip_end() = "strip end";
    strip_run(n) = "strip run {n}";
    piece_start(n) = "piece {n} start";
    piece_end(n) = "piece {n} end";

    // The leads of a housing with several lamps: which there are, in which order, by which number in its plug.
    lead(name, pole, colour) = "{name} {pole} ({colour} lead)";

    // Joints one by one: how each is made where it sits, its sleeve, its tool, what it must hold.
    lead_of_lamp(lamp, pole) = "{lamp} {pole} lead";
    factory_wire() = "factory wire";
    ground_wire() = "ground wire";
    housing_own_ground_lead() = "housing's own ground lead";
    lead_of_the_diode() = "lead of the diode";
    lead_of_the_adapter() = "lead of the adapter";
    soldering_iron_heat_away_from_fuel() = "soldering iron, heat away from fuel and plastic";
    pliers_the_tap_of_the_wire() = "pliers; the tap of the wire's size only";
    by_hand_it_clicks() = "by hand: it clicks";
    slide_on_first(sleeve) = "slide on first: {sleeve}";
    no_sleeve_slides_over_and_grips() = "no sleeve slides over and grips: double the thinner wire back";
    a_minus_wire() = "minus wire";
    a_wire() = "wire";
    cut_the_of_here_both(which, name) = "cut the {which} of {name} here: both its ends and the new wire go in";
    strip_twist_crimp_tug(areas) = "strip, twist, crimp; tug{areas}";
    strip_twist_solder_hold_it_still() = "strip, twist, solder; hold it still until it is grey";
    close_the_tap_over_the_whole() = "close the tap over the whole wire; tug";
    unplug_the_factory_connector_plug() = "unplug the factory connector, plug the lead between; nothing is cut";
    shrink_from_the_middle_until_adhesive() = "shrink from the middle until adhesive shows at both ends";
    shrink_from_the_middle() = "shrink from the middle";
    it_holds(force) = ", it holds {force}";
    open_barrel_crimper() = "open-barrel crimper";
    hole_nut_star_washer(hole, high) = "hole {hole}, nut {high}, star washer";

    // The parts list, with totals.
    monitored_type() = ", monitored type";
    led_lamp_for_w(bulb, base, watt, kind) = "LED lamp for {bulb}, {base}, {watt} W{kind}";
    resistor_1_kohm() = "resistor 1 kohm";
    capacitor_2200_f_25_v() = "capacitor 2200 µF, 25 V, with diode";
    load_resistor_ohm_w(ohm, rating_w) = "load resistor {ohm} ohm, {rating_w:.0} W";
    pc() = "pc";
    reel_of_strip(reel) = "reel of strip, {reel}";
    strip_module(module) = "strip module, {module}";
    controller_for_colours_common_plus(returns, channel) = "controller for {returns} colours, common plus, {channel:.0} A or more a channel";
    of_cores(cores) = " of {cores} cores";
    splitter_ways(outlets, of) = "splitter, {outlets} ways{of}";
    rubber_grommet(lamp) = "rubber grommet for {lamp}";
    set_of_spacers(mm, lamp) = "set of spacers {mm} for {lamp}";
    plug_for_the_factory_socket() = "plug for the factory's socket, with pigtail";
    end_cap_heat_shrink_with_adhesive() = "end cap, heat shrink with adhesive";
    harness_from_a_box(kit) = "harness from a box: {kit}";
    fuse_adapter_for_an_empty_position() = "fuse adapter for an empty position, the box's own family";
    counts_no_load_flashes_a_second(hz) = ", counts no load, {hz} flashes a second";
    module_a(module, rating_a, set) = "{module} module {rating_a} A{set}";
    relay_socket() = "relay socket";
    fuse_block_ways_with_cover(ways) = "fuse block, {ways} ways, with cover";
    main(order) = "main {order}";
    holder_with_studs_and_cover_large() = "holder with studs and cover, large blade";
    second_battery_ah_with_tray(kind, ah) = "second battery, {kind}, {ah} Ah, with tray and strap";
    second_battery_with_tray_and_strap(kind) = "second battery, {kind}, with tray and strap";
    relay_with_studs_for_batteries(a) = "relay with studs for batteries, {a} A, coil diode";
    voltage_sensing_relay_a(a) = "voltage-sensing relay, {a} A";
    diode_isolator_a_on_a_heat(a) = "diode isolator, {a} A, on a heat sink";
    dc_dc_charger(a) = "DC-DC charger, {a} A";
    battery_switch(a) = "battery switch, {a} A";
    sealed_fuse_holder(family) = "sealed fuse holder, {family}";
    ground_stud_m6_with_nut() = "ground stud M6 with nut and star washer";
    ground_terminal_m6_in_the_junction() = "ground terminal M6 in the junction box of the plug";
    ground_terminal_m6_on_the_ground() = "ground terminal M6 on the ground wire of the socket";
    ground_bus_studs(studs) = "ground bus, {studs} studs or more, with cover";
    one_half() = ", one half";
    lit_symbol_three_terminals() = ", lit symbol, three terminals";
    panel_switch(rating_a, lit) = "panel switch {rating_a} A{lit}";
    timer_module_a_set(module, seconds) = "timer module {module} A, set to {seconds}";
    low_voltage_cut_off_a_v(rating_a, off_v) = "low-voltage cut-off {rating_a} A, {off_v:.1} V off";
    controller_box_with_radio_remote(switch) = "controller box with radio remote, {switch} A or more";
    on_off_switch() = "on-off switch";
    push_button() = "push button";
    plunger_switch_for_door_or_lid() = "plunger switch for door or lid";
    three_way_switch() = "three-way switch";
    knob_of_a_dimmer() = "knob of a dimmer";
    radio_remote_with_receiver() = "radio remote with receiver";

    // Which wire goes into which terminal: plugs, sockets, joints.
    plain_end() = "plain end";
    controller_box() = "controller box";
    fuse_block_name() = "Fuse block";
    second_battery() = "Second battery";
    battery() = "battery";
    auxiliary() = "auxiliary";
    fuse() = "fuse";
    a_lead() = "lead";
    a_switch() = "switch";
    anode() = "anode";
    band() = "band";
    ground() = "ground";
    pattern() = "pattern";

    // Groups of the parts list.
    lights_group() = "lights";
    protection_group() = "protection";
    control_group() = "control";
    wire_group() = "wire";
    ends_group() = "ends";
    connectors_group() = "connectors";
    laying_group() = "laying";
    split_loom(bore) = "split loom, {bore} bore";
    clips_or_ties() = "clips or ties";
    cable_gland() = "cable gland with its seal, sealant";
    grommet_for_a_new_hole(bore) = "grommet, {bore}";
}
