//! The search for a fault: looks, readings, suspects, verdicts.

sentences! {
    // Every reading that can be taken to find a fault: by eye, by hand, by meter.
    dim() = "dim";
    partly() = "partly";
    lit() = "lit";
    battery_at_rest() = "battery at rest";
    battery_with_the_lamps() = "battery with the lamps on";
    current_with_all_off() = "current with all off";
    all_off_doors_shut_modules_asleep() = "All off, doors shut, modules asleep. Meter in the battery's negative lead.";
    red_on_black(how, red, black) = "{how} Red on {red}, black on {black}.";
    how_it_burns(chain) = "{chain}: how it burns";
    look_at(words, chain) = "{words}. Look at {chain}.";
    what_the_driver_says(chain) = "{chain}: what the driver says";
    ask_is_ever_different(chain) = "Ask: is {chain} ever different, on a bump or in the wet?";
    current(words) = "{words}: current";
    meter_in_one_lead(state, words) = "{state}. Meter in one lead of {words}.";
    across_the_lamp(name) = "{name}: across the lamp";
    lost_in_the_feed(name) = "{name}: lost in the feed";
    lost_in_the_ground(name) = "{name}: lost in the ground";
    across(name, words) = "{name}: across {words}";
    across_it(words) = "{words}: across it";
    at_its_source(name) = "{name}: at its source";
    lost_up(label) = "{label}: lost up to it";
    place_across(place) = "{place}: across";
    clamp_round_the_feed(state) = "{state}. Clamp round the feed.";
    battery_negative_off() = "Battery negative off.";
    its_fuse_out() = " Its fuse out.";
    all_off_red_on_black(off, fuse, point) = "All off. {off}{fuse} Red on {point}, black on battery -.";
    resistance_to_ground() = "resistance to ground";
    load_side_of_the_fuse() = "load side of the fuse to ground";
    rating_on_the_fuse(name) = "{name}: rating on the fuse";
    pull_the_fuse_and_read() = "Pull the fuse and read the figure on it.";
    moved(chain, words) = "{chain}: {words} moved";
    move_and_pull_do_the_lamps(state, words) = "{state}. Move and pull {words}: do the lamps flicker?";

    // Where a meter lead can be put, and how long it takes to get there.
    battery() = "battery -";
    auxiliary_battery_plus() = "auxiliary battery +";
    towing_vehicle_battery_plus() = "towing vehicle's battery +";
    wire_of(name) = "wire of {name}";
    minus_wire(name) = "minus wire of {name}";
    pin(words, sign) = "{words}, pin {sign}";
    feed_side() = "feed side";
    load_side() = "load side";
    at_the_signal() = "at the signal";
    at_the_relay() = "at the relay";
    battery_post() = "battery post";
    end_of_the_supply() = "end of the supply";
    start_of_the_return() = "start of the return";
    at_its_feed_side() = ", feed side";
    frame_side() = ", frame side";
    bus_side() = ", bus side";
    trailer_side() = ", trailer side";
    housing_side() = ", housing side";
    wire_before() = ", wire before it";
    at_its_load_side() = ", load side";
    far_end() = ", far end";
    wire_behind() = ", wire behind it";
    factory_wire() = "factory wire";

    // The state of a search in words: what is likely, why, and what to read next.
    walk_round_first_say_what_lights() = "Walk round first: say what lights and what does not.";
    nothing_wrong_shows_in_any_reading() = "Nothing wrong shows in any reading so far.";
    found(first) = "Found: {first}.";
    no_further_reading_helps_the_fault() = "No further reading helps: the fault does not show now. Does it come and go?";
    not_narrowed_down_yet_keep_reading() = "Not narrowed down yet: keep reading.";
    no_further_reading_helps_most_likely(first) = "No further reading helps. Most likely: {first}.";
    not_narrowed_down_yet_first(first) = "Not narrowed down yet. First of many: {first}.";
    most_likely(first) = "Most likely: {first}.";
    another_rating() = "another rating";
    this_would_give(name, read, would) = "{name}: {read}, this would give {would}";
    sound(name, read, sound) = "{name}: {read}, sound {sound}";
    some_more(far) = " (some {far} more)";
    under_1() = "under 1 %";
    over_99() = "over 99 %";
    and_more(more) = "and {more} more";
    about(reads) = "about {reads}";

    // What can be wrong: every part with the ways in which parts of its kind fail, and how often they do.
    feeds_of(one, other) = "feeds of {one} and {other}";
    stud_of(chain, chain_2) = "stud of {chain} and {chain_2}";

    // Faults and their remedies as they are spoken.
    nothing_wrong() = "nothing wrong";
    poor_contact() = "poor contact";
    comes_and_goes() = "comes and goes";
    blown() = "blown";
    wrong_rating() = "wrong rating";
    chafed_through_to_the_frame() = "chafed through to the frame";
    swapped_at_the_far_end() = "swapped at the far end";
    wired_the_wrong_way_round() = "wired the wrong way round";
    the_wrong_way_round() = "the wrong way round";
    through() = "shorted";
    does_not_pull() = "does not pull in";
    does_not_let_go() = "does not drop out";
    wired_to_87_a_for_87() = "wired to 87a for 87";
    shared_and_poor() = "shared, and poor";
    weak() = "weak";
    not_the_planned_power() = "not the planned wattage";
    switched_off_by_its_module() = "switched off by its module";
    ask_when_it_happens_then_look() = "Ask when it happens, then look again in that state.";
    plug_crimp_or_replace() = "Plug, crimp or replace it; then take the reading again.";
    battery_off_clean_to_bright_metal() = "Battery off. Clean to bright metal, new terminal where it is green, tighten, protect.";
    remake_the_joint_even() = "Remake the joint even if it reads good now; pull-test each crimp; seal it against water.";
    find_out_why_first_read() = "Find out why first: read the load side to ground with the fuse out. Then fit the planned rating.";
    fit_the_planned_rating_a_larger() = "Fit the planned rating: a larger one does not protect the wire.";
    battery_off_find_the_chafed_place() = "Battery off. Find the chafed place, replace the wire, loom and clip it away from the edge.";
    exchange_the_two_at_their_far() = "Swap the two at their far ends and mark both.";
    turn_the_plug_or_swap() = "Turn the plug, or swap its two pins; record the pin order.";
    turn_it_the_ring_toward() = "Turn it: the ring toward the lamp or coil that is fed.";
    replace_it_and_find_what_killed() = "Replace it, and find what killed it: often a coil without suppression.";
    swap_in_a_known_good_one() = "Swap in a known-good one; then check its socket and the coil feed.";
    replace_it_welded_contacts_mean() = "Replace it. Welded contacts mean that it carried too much current.";
    move_the_wire_from_87() = "Move the wire from 87a to 87.";
    give_each_circuit_a_stud() = "Give each circuit a stud of its own on bright metal.";
    charge_it_let_it_rest_read() = "Charge it, let it rest, read it again; replace it if it does not hold.";
    compare_with_the_parts_list() = "Compare with the parts list; then change it, or the plan.";
    take_the_added_load_off_let() = "Take the added load off, let the module go to sleep, clear its code, and feed the lamps another way.";
    anode() = "anode";
    cathode() = "cathode";
}
