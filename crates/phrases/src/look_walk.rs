//! The walk round with the meter before anything is planned.

sentences! {
    // What the meter and the tape are to read on the vehicle before anything is planned, one probe at a time: where the two leads go, what is switched on, where the figure goes, and what it says at once.
    a_string_along_the_loom() = "A string along the loom that the wire lies in, then measure the string.";
    pull_a_string_where_the_wire() = "Pull a string where the wire will lie, round every bend, then measure the string.";
    the_wire(colour) = "the {colour} wire";
    red_on_the_contact() = "Red on the contact of the trailer socket";
    the_plus_wire_of_its_lamp() = "the plus wire of its lamp";
    red_on_from_behind(named) = "Red on {named}, from behind in its plug";
    a_wire() = "the wire";
    red_on_between_lamp_and_switch(named) = "Red on {named} between lamp and switch";
    black_on_bare_metal() = "black on bare metal of the frame";
    black_on_the_ground_contact() = "black on the ground contact of its socket";
    on() = "on";
    off() = "off";
    do_not_pierce_the_insulation(state, red, black) = "{state} {red}, {black}. Do not pierce the insulation.";
    first_side() = "first";
    second_side() = "second";
    side_key(circuit, side, key) = "{circuit}, {side} side, key {key}";
    red_on_the_terminal(setting, side) = "{setting} Red on the {side} terminal of the empty position, black on bare metal of the frame. A thin probe: do not spread the terminal.";
    parking_lamps() = "Parking lamps on.";
    parking_lamps_off() = "Parking lamps off.";
    low_beam() = "Low beam on.";
    headlamps_off() = "Headlamps off.";
    high_beam() = "High beam on.";
    low_beam_on_high_beam_off() = "Low beam on, high beam off.";
    fog_lamps() = "Fog lamps on.";
    fog_lamps_off() = "Fog lamps off.";
    brake_pedal_held_down_by_somebody() = "Brake pedal held down by somebody, or by a prop.";
    foot_off_the_brake_pedal() = "Foot off the brake pedal.";
    left_turn_signal_on_take() = "Left turn signal on: take the highest figure as it flashes.";
    right_turn_signal_on_take() = "Right turn signal on: take the highest figure as it flashes.";
    turn_signal_off() = "Turn signal off.";
    hazard_flashers_on_take_the_highest() = "Hazard flashers on: take the highest figure as they flash.";
    hazard_flashers_off() = "Hazard flashers off.";
    engine_off_parking_brake_on_wheels() = "Engine off, parking brake on, wheels chocked; key on, reverse engaged.";
    out_of_reverse() = "Out of reverse.";
    door_open() = "Door open.";
    all_doors_shut_wait_until() = "All doors shut: wait until the cab light is out.";
    boot_load_bay_or_tailgate_open() = "Boot, load bay or tailgate open.";
    boot_load_bay_or_tailgate_shut() = "Boot, load bay or tailgate shut: wait until its light is out.";
    bonnet_open() = "Bonnet open.";
    bonnet_shut_or_its_switch_held() = "Bonnet shut, or its switch held down.";
    key_on_engine_off() = "Key on, engine off.";
    key_in_accessory() = "Key in accessory.";
    key_off_and_out_wait_until() = "Key off and out: wait until the modules sleep.";
    engine_running_exhaust_led_outside_sleeves() = "Engine running, exhaust led outside, sleeves and leads clear of belts and fan.";
    somebody_else_drives_off_the_road() = "Somebody else drives, off the road, faster than walking pace; the meter is read by the passenger.";
    standing() = "Standing.";
    trailer_plugged() = "Trailer plugged in.";
    trailer_unplugged() = "Trailer unplugged.";
}
