//! Trailers, hitch lamps, towed vehicles.

sentences! {
    // A trailer from its length, width and region: the lamps that the rule book asks for, placed, on their functions.
    trailer_lamps() = "Trailer lamps";
    trailer() = "Trailer";
    led_tail_lamp() = "LED tail lamp";
    led_plate_lamp() = "LED plate lamp";
    tail_and_marker_lamps() = "Tail and marker lamps";
    led_stop_lamp() = "LED stop lamp";
    stop_lamps() = "Stop lamps";
    left_stop_and_turn() = "Left stop and turn";
    right_stop_and_turn() = "Right stop and turn";
    led_stop_and_turn_lamp() = "LED stop and turn lamp";
    led_turn_lamp() = "LED turn lamp";
    left_turn() = "Left turn";
    right_turn() = "Right turn";
    led_rear_fog_lamp() = "LED rear fog lamp";
    rear_fog_lamp() = "Rear fog lamp";
    led_rear_lamp(turn) = "LED rear lamp, {turn}";
    led_side_marker_row(row) = "LED side marker, row {row}";
    led_front_position_lamp() = "LED front position lamp";
    led_side_marker_front() = "LED side marker, front";
    led_side_marker_middle() = "LED side marker, middle";
    led_side_marker_rear() = "LED side marker, rear";
    led_clearance_lamp_front() = "LED clearance lamp, front";
    led_clearance_lamp_rear() = "LED clearance lamp, rear";
    led_identification_lamp() = "LED identification lamp";
    wire_of_the_plug(colour) = "{colour} wire of the plug";

    // Pins of trailer connectors, from both faces.
    oclock(hour) = "{hour} o'clock";
    bare() = "bare";
    shrouded() = "shrouded";
    of_from_the_ground_end(number, count, pin) = "{number} of {count} from the ground end, {pin}";

    // Combined stop and turn lamps (one filament a side, turn before stop) against separate ones.
    brake_and(turn) = "brake and {turn}";
    nothing() = "nothing";

    // A trailer whose ground is lost: the lamps look for another way back, through each other.
    tail_lamps() = "tail lamps";
    left_tail_lamps() = "left tail lamps";
    right_tail_lamps() = "right tail lamps";
    marker_lamps() = "marker lamps";
    left_stop_and_turn_lamp() = "left stop and turn lamp";
    right_stop_and_turn_lamp() = "right stop and turn lamp";
    left_turn_lamp() = "left turn lamp";
    right_turn_lamp() = "right turn lamp";
    lost_stop_lamps() = "stop lamps";
    lost_rear_fog_lamp() = "rear fog lamp";
    other() = "other";
    no_ground_pin() = "No ground pin";
    one_ground_pin_it_carries_everything(one) = "One ground, pin {one}: it carries everything at once";
    grounds_pins_do_not_join_them(n, many) = "{n} grounds, pins {many}: do not join them";
    at(lamp, part) = "{lamp} at {part:.0} %";
    at_nothing_else(on, own) = "{on} at {own:.0} %, nothing else";
    at_wrongly(on, own, wrong) = "{on} at {own:.0} %; wrongly {wrong}";
    trailer_ground() = "trailer ground";
    wire(k) = "wire {k}";
    trailer_pin(k) = "trailer {k}";
    vehicle(k) = "vehicle {k}";

    // A lamp at the hitch on a lead between socket and plug: what it takes, what it shows, what its loop of wire does.
    this_socket_has_a_stop_wire() = "This socket has a stop wire of its own: the plan takes the stop light from elsewhere. Plan it anew.";
    on_this_socket_stop_and_turn() = "On this socket stop and turn share a wire on each side: the plan does not take the stop light from both over diodes. Plan it anew.";
    a_lamp_that_wants_both_wires() = "A lamp that wants both wires at once joins them itself: the plan does not give it a lead to each. Plan it anew.";
    this_socket_has_no_wire(what) = "This socket has no {what} wire: that light stays dark, or needs one of its own.";
    flash_then_steady_a_stop_lamp() = "Flash then steady: a stop lamp is steady-burning by 49 CFR 571.108 and by UN R48 (recalled from memory); some places allow a short burst. Ask, and leave it steady where nobody can say. Flashing can trigger seizures in some people.";
    stop_and_turn_share_a_wire() = "Stop and turn share a wire here: each flash of the turn signal starts the burst anew.";
    seal_both_ends_of_the_cut() = "Seal both ends of the cut loop, and note the cut as built: it cannot be seen later.";
    every_pin_goes_through() = "Every pin goes through to the plug.";
    every_pin_goes_through_to(pins) = "Every pin goes through to the plug; {pins} untouched.";
    the_stop_light_burns_steady() = "the stop light burns steady";
    the_stop_light_flashes_briefly() = "the stop light flashes briefly, then burns steady";
    loop_left_as_it_came(does) = "Loop left as it came: {does}.";
    loop_cut(does) = "Loop cut: {does}.";
    steady() = "steady";
    flashes_then_steady() = "flashes, then steady";
    flashes() = "flashes";
    stop_is_not_told_it_flashes() = "stop is not told: it flashes with the turn signal";
    flashes_in_the_middle() = "flashes in the middle with the turn signal";
    no_stop_light() = "no stop light";
    with_no_trailer_on_the_lamp(most, least) = "With no trailer on, the lamp draws up to {most} on one wire; the module sees a trailer from {least}. It may report one: parking sensors, rear fog lamp and tow mode follow it. Take a lamp that draws less, or feed it apart.";
    the_lamp_draws_at_most(most, least) = "The lamp draws {most} at most, the module sees a trailer from {least}: it takes it for none.";
    with_the_lamp_more_than_80(wire, all, fuse) = "{wire}: {all} with the lamp, more than 80 % of its {fuse} A fuse.";

    // A socket on a plug: which wire goes to which, and what must come between.
    a_converter_from_combined_to_separate() = "A converter from combined to separate: it needs its own battery feed through 10 to 15 A near the battery; it must see one dark half of the flash (0.5 to 0.7 s) before it may call it stop. Stop under hazard cannot be told from two combined wires.";
    a_converter_from_separate_to_combined() = "A converter from separate to combined: turn goes before stop on its own side. With relays: turn takes the lamp over from stop by a change-over contact; diodes alone let stop light the turn wire of the vehicle.";
    v_on_v_a_voltage_converter(volts, volts_2) = "{volts:.0} V on {volts_2:.0} V: a voltage converter for every function, never lamps straight across.";
    is_seen() = "is seen";
    is_not_seen_it_may_report() = "is not seen: it may report no trailer, or test pulses may glow";
    tail_lamps_draw_a_the_vehicle(tail_a, least, seen) = "Tail lamps draw {tail_a:.2} A; the vehicle's module wants {least:.2} A: the trailer {seen}.";
    old_board() = "old board";
    socket(pin, colour) = "socket {pin} {colour}";
    both_sides_joined() = "both sides joined";
    one_wire_for_both() = "one wire for both";
    converter_turn_before_stop() = "converter, turn before stop";
    converter_flash_told_from_steady() = "converter, flash told from steady";
    no_wire_in_this_socket() = "no wire in this socket: a wire of its own";
    nothing_in_this_socket() = "nothing in this socket";
    their_your(a, b) = "their {a}, your {b}";
    one_wire_for_both_bridged() = "one wire for both, bridged in the plug";
    stays(new) = "{new} stays {new}";
    old_becomes(colour, new) = "old {colour} becomes {new}";
    electric_brakes_and_the_breakaway_switch() = "Electric brakes and the breakaway switch with its battery: never join lamps to them, never cut them; test the breakaway after the work.";
    antilock_power_take_no_lamp() = "Antilock power: take no lamp from it; it has a back-up over the stop wire.";
    reverse_wire_on_some_trailers() = "Reverse wire: on some trailers it locks out the surge brake; leave that branch as it is.";
    tail_plate_and_marker_lamps_nothing() = "tail, plate and marker lamps; nothing else";
    left_stop_and_turn_lamp_flashes() = "left stop and turn lamp flashes";
    right_stop_and_turn_lamp_flashes() = "right stop and turn lamp flashes";
    both_steady() = "both, steady";
    brake_and_left() = "brake and left";
    left_flashes_right_steady() = "left flashes, right steady";
    brake_and_right() = "brake and right";
    right_flashes_left_steady() = "right flashes, left steady";
    left_turn_lamp_flashes() = "left turn lamp flashes";
    right_turn_lamp_flashes() = "right turn lamp flashes";
    both_stop_lamps() = "both stop lamps";
    left_flashes_both_stop_lamps_steady() = "left flashes, both stop lamps steady";
    right_flashes_both_stop_lamps_steady() = "right flashes, both stop lamps steady";
    both_sides_flash_together() = "both sides flash together";
    rear_fog() = "rear fog";
    tail_and_brake() = "tail and brake";
    tail_and_stop_neither_dims() = "tail and stop, neither dims the other";
    all_at_once() = "all at once";
    all_a_lamp_that_glows() = "all; a lamp that glows with another is a ground fault";

    // What a wire of unknown colour does, told by the meter: which functions fit its readings, what to put on next.
    ground() = "ground";
    tail() = "tail";
    left_tail() = "left tail";
    right_tail() = "right tail";
    markers() = "markers";
    does_left_stop_and_turn() = "left stop and turn";
    does_right_stop_and_turn() = "right stop and turn";
    does_left_turn() = "left turn";
    does_right_turn() = "right turn";
    stop() = "stop";
    electric_brake() = "electric brake";
    battery() = "battery";
    live_with_the_key() = "live with the key";
    antilock_power() = "antilock power";
    something_else() = "something else";
    do_all_of_read_them_again(same, one) = "{same} do all of {one}: read them again, each alone";
    fits_nothing_two_wires_joined() = "fits nothing: two wires joined, a lost ground, or a function put on with another";
    no_reading_tells_them_apart(fits) = "{fits}: no reading tells them apart, its pin does; one wire for both is said to be tail";
    no_reading_tells_them_apart_its(many) = "{many}: no reading tells them apart, its pin does";
    v_with_is_neither_on_nor(says, v, on) = "{says}; {v:.1} V with {on} is neither on nor off: a pulsed output or a poor ground, read again under a lamp";
    its_colour_would_say(function) = "its colour would say {function}";

    // What the key takes from the battery of a towed vehicle, and when that is too much.
    the_key_takes_the_lead_gives(key_on, charged) = "The key takes {key_on}, the lead gives {charged}: its battery does not run down.";
    too_long() = "too long";
    that_is_well() = "that is fine";
    the_longest_tow_is_h(h, verdict) = " The longest tow is {h:.1} h: {verdict}.";
    a_charge_wire_in_the_lead() = "A charge wire in the lead (pin A of six), fused at both ends, limited to what its wire carries";
    a_switch_at_the_battery_opened() = "A switch at the battery, opened while towed, where the maker lets the wheel unlock without the key's current";
    pull_the_fuses_of_what() = "Pull the fuses of what the key need not feed; note them as built";
    a_stop_every_few_hours() = "A stop every few hours with the engine running";
    key_on_takes_net(net, capacity_ah, battery, assumed_start_percent, needed, hours, longest) = "Key on takes {net} net of a {capacity_ah:.0} Ah battery at {battery}: from {assumed_start_percent:.0} % down to the {needed:.0} % that starting wants in {hours:.1} h.{longest}";

    // A vehicle towed on its wheels: its rear lamps obey two masters that must not feed each other.
    pairs_diodes_anodes_to_the_two(n, n_2) = "{n} pairs, {n_2} diodes: anodes to the two sources, cathodes joined at the lamp; 100 V or more in reverse.";
    the_towing_vehicle_flasher_carries(most) = "The towing vehicle's flasher carries {most} more on each side, and tells of no lamp lost back there unless it counts them. The towed vehicle's own flasher sees nothing of it: the diodes stand before it.";
    tied_in_at_the_fuse_box() = "Tied in at the fuse box: front parking lamps, side lamps and dash come on too; count their current on the towing vehicle's tail wire.";
    tied_in_at_the_rear_lamps() = "Tied in at the rear lamps: the lead runs the whole frame, nothing in front comes on.";
    its_pedal_is_pressed() = "Its pedal is pressed on the tow: a relay that the lead holds open in its own stop lamp wire keeps the turn signal visible.";
    its_own_stop_lamps_are_cut() = "Its own stop lamps are cut while towed: test them again with the lead off, before it drives by itself.";
    this_lead_brings_lamps_and_ground() = "This lead brings lamps and ground only: no charge, no brake.";
    this_lead_brings_a_battery_feed() = "This lead brings a battery feed besides the lamps: fuse it at both ends.";
    this_lead_brings_a_brake_wire() = "This lead brings a brake wire besides the lamps: cap it where no helper needs it.";
    this_lead_brings_a_battery_feed_and() = "This lead brings a battery feed and a brake wire besides the lamps: fuse the feed at both ends, cap the brake wire where no helper needs it.";
    leave_its_own_hazard_lights_off() = "Leave its own hazard lights off on the tow: two flashers on one lamp are never in step.";
    before_the_first_metre_wheels_chocked() = "Before it moves: wheels chocked, key as the maker says, then this list from top to bottom.";

    // Every state of the towing driver in the solved network, in the tester's order, and what the road behind would miss.
    its_own_brake_pressed() = "its own brake pressed";
    side_flashes(name) = "{name} flashes";
    all_dark() = "all dark";
    turn_is_hidden_what_is_steady(name) = "{name} turn is hidden: what is steady hides the flash";
    turn_is_not_shown(name) = "{name} turn is not shown";
    flashes_too(name) = "{name} flashes too";
    stop_shows_amber_lead_the_stop() = "stop shows amber: lead the stop function to its red lamps, through a converter";
    stop_is_not_shown() = "stop is not shown";
    no_tail_lamp() = "no tail lamp";
    and() = " and ";
    or() = " or ";
    hazard() = "hazard";
    centre() = "centre";

    // What the test of a towed vehicle says in a line.
    combinations_wrong(wrong, n) = "{wrong} of {n} combinations are wrong";
    combinations_right(n) = "All {n} combinations are right";
}
