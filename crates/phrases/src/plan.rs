//! The plan: feeds, links, switching, sizes; what was probed.

sentences! {
    // The cable that charges an auxiliary battery which the job fits: both batteries can feed a short in it, so it has a fuse at each end.
    cable_from_battery_to_battery_one() = "Cable from battery to battery, one way";

    // Factory circuits with their figures filled in.
    largest_fuse_that_it_takes(name) = "{name}: largest fuse that it takes";
    fuse(name) = "{name}: fuse";
    wire_from_the_joint(name) = "{name}: wire from the joint to its switch";
    wire_to_the_joint(name) = "{name}: wire to the joint";
    existing_load(name) = "{name}: existing load";

    // Which feed: an own circuit, or a tie-in to a factory lamp circuit; and why.
    carries_its_alone_no_factory_wire(most) = "Carries its {most} alone; no factory wire is touched.";
    a_trailer_has_no_battery() = "A trailer has no battery: its lamps are fed by the wires of its plug.";
    the_wish() = "the wish";
    relay_or_diodes_make_it_follow() = "Relay or diodes make it follow the wish: see Switch.";
    works_with_the_key_out_left(hours) = "Works with the key out; left on, half the battery is gone in {hours}.";
    half_of_the_battery_would_last(hours) = "Half of the battery would last {hours}.";
    own_circuit_from_the_battery() = "Own circuit from the battery";
    isolated_only_while_somebody() = "Isolated only while somebody has the battery switch off.";
    lights_left_on_cannot_flatten() = "Lights left on cannot flatten the starting battery.";
    a_fuse_at_each_end() = "A fuse at each end of the cable between the batteries: both feed it.";
    half_of_it_lasts(hours) = "Half of its charge lasts {hours}.";
    auxiliary_battery() = "Auxiliary battery";
    comes_on_exactly_with_the_needs(follows) = "Comes on exactly with the {follows}; needs no switch.";
    it_is_live(follows) = "It is live with the {follows}: more than the wish.";
    follows_the(follows, signal) = "Follows the {follows}, not the {signal}.";
    your_switch_turns(follows) = "Your switch turns it on and off with the {follows} on: nothing is left on with the key out, and no factory wire is cut.";
    comes_on_whenever_the_do_your(follows) = "Comes on whenever the {follows} do; your own switch could not turn it off.";
    follows_the_alone_the_wish(follows, lit) = "Follows the {follows} alone. The wish: {lit}";
    flashes_with_the_indicator() = "Flashes with the indicator.";
    its_lamp_has_plus_all() = "Its lamp has plus all the time, its switch grounds it: plus comes from its plus wire, and the return goes to its minus wire, not to the frame.";
    not_known_whether_a_module_pulses() = "Not known whether a module pulses or monitors it: probe it first.";
    a_module_dims_or_pulses() = "A module dims or pulses it: LED drivers flicker, relays chatter.";
    a_module_watches_its_load() = "A module watches its load and would report the change.";
    is_more(label, most) = "{label} is more than the {most} that is taken from a lamp wire: let it trigger a relay, and feed the lamps from the battery.";
    the_largest_fuse_it_takes() = "the largest fuse it takes,";
    its() = "its";
    there_plus_added_against_80(existing, added, total, room, whose, fuse, where_) = "{existing} there + {added} added = {total} against {room} (80 % of {whose} {fuse} A{where_}).";
    against_80_of_its_module_output(total, room) = "{total} against {room} (80 % of its module output).";
    its_wire_bears(wire, assumed, good_for, degrees) = "Its {wire}{assumed} wire is good for {good_for} at {degrees}.";
    look_up_the_fuse_before() = "Look up the fuse before the row: it carries the whole row.";
    reads_as_a_trailer() = "reads as a trailer";
    is_below_a_trailer() = "is below a trailer";
    on_a_lamp_wire(added, how, least) = "{added} on a lamp wire of the socket {how}: a module takes {least} and more for a trailer.";
    tie_in(name) = "Tie in to {name}";
    fuse_position(name) = "Fuse position: {name}";
    trailer_socket(name) = "Trailer socket: {name}";
    the_work_with_the_key_out(label) = "The {label} work with the key out: left on, these are left on with them.";
    lit_with_the_key_out() = "Lit with the key out as long as it stands open: overnight too, unless the vehicle times it.";
    goes_out_with_the_nothing(label) = "Goes out with the {label}: nothing of its own is left on with the key out.";

    // The ground that the lamps of one housing share: one wire for all its functions, or the ground of the factory plug on which it sits.
    ground_wire(housing) = "{housing}: ground wire";

    // What people and the vehicle can do: the inputs of a job, and which of their combinations occur.
    everything_off() = "everything off";
    of_the_towing_vehicle(signal_label) = "{signal_label} of the towing vehicle";
    switch(circuit) = "switch: {circuit}";
    down(name) = "{name}, down";
    up(name) = "{name}, up";
    timer_still_running(circuit) = "{circuit}: timer still running";
    held_from_before(circuit) = "{circuit}: held from before";
    battery_below_cut_off() = "battery below cut-off";
    and_the() = " and the ";
    parking_lamps() = "parking lamps";
    low_beam() = "low beam";
    high_beam() = "high beam";
    fog_lamps() = "fog lamps";
    brake_lamps() = "brake lamps";
    left_turn_signal() = "left turn signal";
    right_turn_signal() = "right turn signal";
    door_lamp() = "door lamp";
    load_bay_lamp() = "load-bay lamp";
    bonnet_lamp() = "bonnet lamp";
    ignition() = "ignition";
    accessory() = "accessory";
    hazard() = "hazard";
    engine_running() = "engine running";
    faster_than_walking() = "faster than walking";
    trailer_connected() = "trailer connected";
    parking() = "parking";
    fog() = "fog";
    door() = "door";
    boot() = "boot";
    bonnet() = "bonnet";
    moving() = "moving";
    trailer() = "trailer";

    // A light of the job as a device with every figure filled in.
    power_of_a_metre(light) = "{light}: power of a metre";
    power_of_one(light) = "{light}: power of one";
    lowest_voltage_at_full_power(light) = "{light}: lowest voltage at full power";
    forward_voltage_of_a_group(light) = "{light}: forward voltage of a group";

    // A wish as logic over the inputs of a job, and as one plain sentence.
    lit(wish) = "Lit {wish}.";
    never() = "never";
    by_its_own_switch() = "by its own switch";
    whose_towing_vehicle() = " of the towing vehicle";
    with_down(name) = "with {name} down";
    with_up(name) = "with {name} up";
    while_is_pressed(name) = "while {name} is pressed";
    while_is_open(name) = "while {name} is open";
    by(name) = "by {name}";
    not(said) = "not {said}";
    never_lit(inner) = "never {inner}";
    only(other) = "only {other}";
    and_for_after(lit, seconds) = "{lit} and for {seconds} after";
    until_the_battery_is_low(said) = "{said} until the battery is low";
    from_the_moment_until(from, until) = "from the moment {from} until {until}";
    above_walking_pace(whose) = "above walking pace{whose}";
    with_the_engine_running(whose) = "with the engine{whose} running";
    with_a_trailer_connected() = "with a trailer connected";
    with_the_ignition(whose) = "with the ignition{whose} on";
    with_the_key_at_accessory(whose) = "with the key{whose} at accessory";
    with_the_hazard_lights(whose) = "with the hazard lights{whose}";
    with_the(signal, whose) = "with the {signal}{whose}";

    // A lamp in the place of another, on the factory's own plug: the feed of most lamps that are fitted.
    its_own_plug_its_own_switch() = "Its own plug, its own switch: nothing is cut, no wire is laid.";
    on_this_plug_it_comes(follows) = "On this plug it comes on with the {follows}.";
    before_after_no_more_for_wire(before, after) = "{before} before, {after} after: no more for wire and fuse than they had.";
    before_after_against_80(before, after, room, fuse) = "{before} before, {after} after, against {room} (80 % of its {fuse} A fuse).";
    not_known_whether_a_module_pulses_or() = "Not known whether a module pulses or monitors it: look for a message on the dash once it is lit.";
    a_module_pulses_it_the_lamp() = "A module pulses it: the lamp must be made for that, or it flickers.";
    a_module_watches_it_in_place(after, before) = "A module watches it: {after} in place of {before} may be reported as a lamp that is out.";
    a_flasher_that_counts_the_load() = "A flasher that counts the load may flash fast.";
    dark_on_a_live_plug() = "Dark on a live plug: the polarity is the other way round. Turn the plug, or swap its two pins.";
    own_plug(name) = "Own plug: {name}";

    // Is a factory wire a usable source? Judged from the meter alone.
    not_probed_yet_red() = "Not probed yet: red on the wire between lamp and switch, black on the frame; function on, then off.";
    with_the_function_on_the_switch(on) = "{on} with the function on: the switch does not ground this wire.";
    with_the_function_off(off) = "{off} with the function off: not the battery's voltage through the lamp. Is its bulb in?";
    on_off_a_switch_grounds(on, off) = "{on} on, {off} off: a switch grounds it.";
    on_reading_is_good_now_read() = "On reading is good. Now read it with the function off.";
    off_reading_is_good_now_read() = "Off reading is good. Now read it with the function on.";
    not_probed_yet_read() = "Not probed yet: read it with the function on, then off.";
    off_and_none_on_a_switch(off) = "{off} off and none on: a switch grounds this wire. Say under Look that its switch is in the minus wire.";
    with_the_function_off_this_wire(off) = "{off} with the function off: this wire is always live.";
    with_the_function_off_leakage(off) = "{off} with the function off: leakage or a monitoring module; do not tie to it.";
    with_the_function_on_this_wire(on) = "{on} with the function on: this wire does not follow it.";
    with_the_function_on_a_dimmed(on) = "{on} with the function on: a dimmed, pulsed or monitored output; do not tie to it.";
    with_the_function_on_is_below(on) = "{on} with the function on is below battery voltage: look for a poor joint first.";
    is_more_than_a_v_system(on, nominal) = "{on} is more than a {nominal:.0} V system has: check the meter.";
    the_minus_sign_shows() = " The minus sign shows that the red lead is on the negative wire.";
    on_off_a_plain_source(on, off, turned) = "{on} on, {off} off: a plain source.{turned}";
    on_is_good_now_read(on, turned) = "{on} on is good.{turned} Now read it with the function off.";

    // Job -> plan -> sizes: every circuit planned on its feed, then sized alone and together.
    length_of_the_vehicle() = "Length of the vehicle";
    width_of_the_vehicle() = "Width of the vehicle";
    height_of_the_vehicle() = "Height of the vehicle";
    relay_to_switch_one_way(chain) = "{chain}: relay to switch, one way";

    // The supply with its assumed figures, and its states.
    battery_capacity() = "Battery capacity";
    battery_internal_resistance() = "Battery internal resistance";
    charging_voltage() = "Charging voltage";
    alternator_rating() = "Alternator rating";
    alternator_current_at_idle() = "Alternator current at idle";
    auxiliary_battery_capacity() = "Auxiliary battery, capacity";
    auxiliary_battery_internal_resistance() = "Auxiliary battery, internal resistance";
    cable_between_the_batteries() = "Cable between the batteries";

    // Which side of an empty fuse position is live, and with the key how: from four readings.
    read_the_side() = "Read the side that has a terminal, key on and key off: two readings.";
    read_both_sides_key() = "Read both sides, key on and key off: four readings.";
    a_reading_lies_between_dead() = "A reading lies between dead and live: a module drives it. Leave this position.";
    neither_side_is_live_nothing() = "Neither side is live: nothing is fitted behind this position. Take another.";
    both_sides_are_live_the_load() = "Both sides are live: the load side is fed from elsewhere. Leave this position.";
    sync() = "sync";
    stud() = "stud";
    first_side() = "first";
    second_side() = "second";
    the_side_is_live(name) = "The {name} side is live with the key on and dead with it off. Take the feed from the other side, behind the new fuse, with a fuse adapter.";
    the_side_is_live_with(name) = "The {name} side is live with the key out too: what is fed here can flatten the battery. It does not follow the key.";
    the_side_is_live_only(name) = "The {name} side is live only with the key off: read again.";

    // The ways that differ in kind, ranked, with the reasons as figures.
    switch_alone() = "Switch alone";
    relay() = "Relay";
    diodes_in_the_feed() = "Diodes in the feed";
    contacts_in_series() = "Contacts in series";
    normally_closed_contact() = "Normally closed contact";
    change_over_relay() = "Change-over relay";
    small_signal_relays() = "Small signal relays";
    controller_box() = "Controller box";
    relay_with_keep_on_diode() = "Relay with keep-on diode";
    diode() = "diode";
    diodes() = "diodes";
    relay_and_diodes(diodes, diodes_2) = "Relay, {diodes} {diodes_2}";
    relay_triggered_by_the_signal() = "Relay triggered by the signal";
    switch_behind_the_fuse_position() = "Switch behind the fuse position";
    is_watched_it_takes_only(name, taken) = "{name} is watched: it takes only {taken} from it.";
    is_watched_by_a_module(name, taken) = "{name} is watched by a module: {taken} more would be noticed.";
    is_pulsed_relays_chatter(name) = "{name} is pulsed: relays chatter on it, LED drivers flicker.";
    probe_first_it_is_not_known(name) = "Probe {name} first: it is not known how it behaves.";
    the_switch_of_grounds_the_coil(name, taken, existing) = "The switch of {name} grounds the coil: {taken} through it, beside {existing} of its lamp.";
    takes_from_there_allowed(taken, name, existing, room) = "Takes {taken} from {name}: {existing} there, {room} allowed.";
    through_the_wire_of_a_factory(label, tie_in) = "{label} through the wire of a factory lamp: it is good for up to {tie_in} more.";
    draws_with_the_key_out(standby) = "Draws {standby} with the key out.";
    a_broken_coil_wire_turns() = "A broken coil wire turns the lamps on.";
    the_lamps_lose(lost, name, load) = "The lamps lose {lost} in a {name}: {load} of heat.";
    is_more_than_any_diode(load) = "{load} is more than any diode of the catalog carries.";
    diodes_only_before_the_coil(lost) = "Diodes only before the coil: it loses {lost}, the lamps nothing.";
    its_output_carries(load, a) = "Its output carries the {load} of the lamps: {a} A.";
    of_lamps_is_more_than_such(load) = "{load} of lamps is more than such a box carries.";
    the_switch_carries(load, a) = "The switch carries the {load} of the lamps: {a} A.";
    of_lamps(load) = "{load} of lamps is more than a switch should carry.";
    the_module_carries(load, a) = "The module carries the {load} of the lamps: {a} A.";
    of_lamps_is_more_than_such_a(load) = "{load} of lamps is more than such a module carries.";
    a_relay_carries_the_lamps(load, may) = "A relay carries the lamps: {load} of up to {may}.";

    // Links laid one after the other along the current: joints, wires, fuse, control, lamps, return.
    factory_ground() = "factory ground";
    feed_of_the_fuse_block() = "feed of the fuse block";
    ground_of_the_housing() = "ground of the housing";
    stud_of_the_bus() = "stud of the bus";

    // The legs between a branch and its lamps: laid along the skeleton, or short leads from one splice.
    to_lamp(number) = "to lamp {number}";
    wire(circuit, name) = "{circuit}: wire {name}";

    // What a chain is made of: wires of one piece, and what stands between them.
    factory_joint() = "factory joint";
    factory_plug_plus() = "factory plug +";
    factory_plug() = "factory plug -";
    plug_plus() = "plug +";
    plug() = "plug -";
    branch_plus() = "branch +";
    branch() = "branch -";
    plug_ground() = "plug ground";
    battery() = "battery -";
    factory_minus() = "factory minus";
    joint_on_the_ground_wire() = "joint on the ground wire";

    // A lamp circuit as a chain of links from source to battery negative.
    path_not_described() = "Path not described";
    wire_from_the_signal(circuit) = "{circuit}: wire from the signal";
    length_of(circuit, section) = "{circuit}: length of \"{section}\"";

    // Draws the hardware between feed and lamps: the same wires that are cut, and the parts between them.
    relay_number_of(chain, number) = "{chain} relay {number}";
    relay_of(chain) = "{chain} relay";

    // What a wire bears where it lies, and how warm it gets.
    the_parts() = "the parts";

    // One candidate wire, tried in the solved circuit.
    the_leads_to_the_lamps() = "the leads to the lamps";
    or() = " or ";
    and() = " and ";
    assumed() = " (assumed)";
    behind_a_fuse() = " fuse";
    a_switch() = "switch";
    lamps() = "lamps";
    a_fuse() = "fuse";
    frame() = "frame";
    lead() = "lead";

    // What is chosen of a circuit.
    choice_wire() = "Wire";
    choice_insulation() = "Insulation";
    choice_fuse() = "Fuse";
    choice_control() = "Control";
    choice_switch() = "Switch";
    choice_ground() = "Ground";
}
