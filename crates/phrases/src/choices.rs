//! Values that a fact can have, as they are chosen on a page.

sentences! {
    // What stands at the far end of a section.
    waypoint_pass() = "goes on";
    waypoint_fuse() = "ends at the fuse";
    waypoint_control() = "ends at relay or switch";
    waypoint_connector() = "ends at a connector";

    // How the lead of a lamp ends.
    lamp_end_plug() = "sealed plug";
    lamp_end_bare() = "bare wires";

    // How a current gets back.
    return_chassis_stud() = "by a stud on the frame";
    return_battery_negative() = "by wire to battery negative";
    return_ground_bus() = "to the ground bus";
    return_plug_ground() = "to the ground pin of the plug";
    return_factory_ground() = "to a factory ground wire";

    // What holds a lamp.
    held_by_unsaid() = "screws or bracket";
    held_by_magnet() = "magnet";
    held_by_plastic_studs() = "nuts on plastic studs";
    held_by_rubber_grommet() = "rubber grommet";

    // Where a switch sits.
    switch_seat_blank_panel() = "in place of a blank";
    switch_seat_new_hole() = "in a new hole";
    switch_seat_bracket() = "on a bracket";

    // What holds a lamp that is stuck on.
    adhesive_unsaid() = "not said: cures overnight";
    adhesive_tape() = "tape, clips at its ends";
    adhesive_silicone() = "silicone, overnight";
    adhesive_hot_melt() = "hot melt, minutes";

    // What a lamp looked like when it came off.
    condition_sound() = "sound";
    condition_dim() = "dim";
    condition_corroded() = "corroded contacts";
    condition_melted() = "melted holder";
    condition_broken() = "broken, water inside";
    condition_dead() = "dead";

    // How a factory wire behaves.
    output_unknown() = "not known yet";
    output_plain() = "plain: full voltage or none";
    output_pulsed() = "pulsed or dimmed";
    output_monitored() = "monitored by a module";

    // What a circuit of the factory offers as a feed.
    factory_kind_lamp() = "wire of a lamp";
    factory_kind_fuse_position() = "empty fuse position";
    factory_kind_trailer_socket() = "trailer socket";

    // In which wire of a factory lamp its switch sits.
    switched_plus() = "the plus wire";
    switched_minus() = "the minus wire";

    // Families of fuses.
    fuse_family_mini_blade() = "mini blade";
    fuse_family_regular_blade() = "regular blade";
    fuse_family_large_blade() = "large blade";
    fuse_family_self_resetting_breaker() = "breaker, resets by itself";
    fuse_family_manual_breaker() = "breaker, manual reset";

    // On which of two vehicles.
    vehicle_own() = "this vehicle";
    vehicle_towing() = "the towing vehicle";

    // What a lamp is for.
    role_unsaid() = "not said";
    role_headlamp() = "headlamp";
    role_tail() = "tail lamp";
    role_brake() = "brake lamp";
    role_turn() = "turn indicator";
    role_marker() = "marker";
    role_plate() = "plate lamp";
    role_reverse() = "reverse lamp";
    role_fog() = "fog lamp";
    role_driving() = "driving lamp";
    role_work() = "work lamp";
    role_warning() = "warning lamp";
    role_accent() = "accent";

    // Colour of a light.
    colour_white() = "white";
    colour_yellow() = "yellow";
    colour_amber() = "amber";
    colour_red() = "red";
    colour_green() = "green";
    colour_blue() = "blue";

    // Where a lamp sits.
    place_unsaid() = "as usual";
    place_front() = "front";
    place_front_left() = "front, left";
    place_front_right() = "front, right";
    place_roof() = "roof";
    place_left() = "left side";
    place_right() = "right side";
    place_sides() = "both sides";
    place_bed() = "load bed";
    place_rear() = "rear";
    place_rear_left() = "rear, left";
    place_rear_right() = "rear, right";
    place_cab() = "in the cab";
    place_under() = "underneath";

    // Voltage that a light is made for.
    made_for_v12() = "12 V";
    made_for_v24() = "24 V";
    made_for_v12_to24() = "12-24 V";

    // How a second battery is charged and kept apart.
    isolation_ignition_relay() = "ignition relay";
    isolation_voltage_sensing() = "voltage-sensing relay";
    isolation_diode_isolator() = "diode isolator";
    isolation_dc_dc() = "DC-DC charger";
    isolation_manual_switch() = "manual switch";

    // How a battery is made.
    chemistry_flooded() = "flooded";
    chemistry_agm() = "AGM";
    chemistry_lifepo4() = "LiFePO4";

    // What takes up the spike of a coil.
    suppression_diode() = "diode, stripe to 86";
    suppression_resistor() = "resistor, either way round";

    // How wires are joined.
    joint_crimp() = "crimp, adhesive heat-shrink";
    joint_solder() = "solder, heat-shrink";
    joint_tap() = "sealed tap connector";
    joint_plug_in() = "plug-in lead, nothing cut";

    // Kinds of bodies.
    body_pickup() = "pickup";
    body_chassis_cab() = "chassis cab with body";
    body_van() = "van";
    body_car() = "car";
    body_small_offroad() = "small 4x4";
    body_rigid_lorry() = "rigid lorry";
    body_trailer_one_axle() = "trailer, one axle";
    body_trailer_two_axle() = "trailer, two axles";
    body_motor_body() = "motor body, like a bus";

    // Where a shop likes to run its wires.
    route_inside_rail() = "inside the frame rail";
    route_existing_lines() = "along lines that are there";

    // What can hurt a wire on a way.
    hazard_heat() = "heat";
    hazard_moving() = "moving parts";
    hazard_sharp_edge() = "sharp edge";
    hazard_fuel_line() = "fuel line";
    hazard_brake_line() = "brake line";
    hazard_below_frame() = "below the frame";
    hazard_spray() = "road spray";
    hazard_airbag() = "airbag";

    // Whose rules of the road.
    region_us() = "United States, federal";
    region_un() = "UN regulations";

    // How a light takes its current.
    draw_regulated() = "regulated LED";
    draw_strip() = "LED with resistors, strip";
    draw_incandescent() = "filament bulb";

    // How a wire gets through at the end of a way.
    passage_open() = "nothing in the way";
    passage_grommet() = "existing grommet";
    passage_new_hole() = "new hole";
    passage_hinge() = "hinge";
    passage_connector() = "connector";

    // How much the conductors of a circuit may lose.
    drop_lamp_needs() = "what the lamps need";
    drop_three_percent() = "3 %";
    drop_ten_percent() = "10 %";
    drop_half_volt() = "0.5 V (1 V at 24 V)";

    // Units of length.
    lengths_metric() = "metres, mm";
    lengths_us() = "feet, inches";

    // Units of temperature.
    temperature_celsius() = "°C";
    temperature_fahrenheit() = "°F";

    // How wire sizes are named.
    wire_system_metric() = "metric, mm²";
    wire_system_awg() = "AWG";
    wire_system_sae() = "SAE gauge";

    // Whose table says what a wire may carry.
    ampacity_iso_10133() = "ISO 10133";
    ampacity_abyc_e11() = "ABYC E-11";
    ampacity_vde_0298() = "VDE 0298-4";

    // What wires that lie together may carry.
    bundle_iec_bunched() = "IEC, bunched";
    bundle_nfpa_steps() = "NFPA 70 steps";
    bundle_aerospace() = "aerospace";
    bundle_none() = "no factor";

    // Insulation of the wire on the shelf.
    insulation_unsaid() = "what each job needs";
    insulation_pvc_80() = "PVC 80 °C";
    insulation_pvc_105() = "PVC 105 °C";
    insulation_xlpe_125() = "cross-linked 125 °C";

    // How a fuse is chosen.
    fuse_practice_down_to_load() = "down to the load";
    fuse_practice_wire_only() = "protects the wire only";

    // How circuits from the battery share a feed.
    fuse_block_unsaid() = "a fuse and feed each";
    fuse_block_live() = "one fuse block";
    fuse_block_keyed() = "one fuse block, keyed relay";

    // How wires get their colours.
    scheme_ground_brown() = "DIN-like, ground brown";
    scheme_ground_black() = "North American, ground black";
    scheme_own() = "the shop's own";

    // Where a new circuit is grounded.
    ground_practice_local_stud() = "local stud";
    ground_practice_battery_negative() = "back to battery negative";
    ground_practice_distribution_stud() = "shared ground bus";

    // Kinds of switches.
    switch_kind_on_off() = "on-off";
    switch_kind_momentary() = "push button";
    switch_kind_three_way() = "up, off, down";
    switch_kind_dimmer() = "with dimmer";
    switch_kind_remote() = "radio remote";
    switch_kind_lid() = "plunger at a door or lid";

    // What is put across an LED that glows or flickers.
    smoothing_unsaid() = "nothing";
    smoothing_bleed() = "1 kohm bleed";
    smoothing_capacitor() = "capacitor behind a diode";

    // Where a load resistor is fixed.
    seat_bare_metal() = "on bare metal";
    seat_free_air() = "in free air";
    seat_plastic() = "on plastic, carpet or foam";

    // Class of a warning lamp.
    class_unsaid() = "not read yet";
    class_one() = "1, emergency";
    class_two() = "2, service";
    class_three() = "3, identification";

    // What a turn-signal combiner takes a stop from.
    stop_from_either_wire() = "either wire";
    stop_from_both_wires() = "both wires at once";

    // What was done with the loop of a combiner.
    loop_left() = "left as it came";
    loop_cut() = "cut, ends sealed";

    // What a stop lamp shows at first.
    stop_light_steady() = "steady";
    stop_light_flash_then_steady() = "flash, then steady";

    // Colours of a strip.
    strip_unsaid() = "one colour";
    strip_rgb() = "red, green, blue";
    strip_rgbw() = "red, green, blue, white";

    // What the engine does.
    engine_driving() = "driving";
    engine_idling() = "idling";
    engine_off() = "engine off";
}
