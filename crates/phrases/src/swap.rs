//! Bulbs that become LED.

sentences! {
    // A lost ground behind a two-filament bulb: its current looks for another way, through the other filament into the lamps of that function.
    tail_wire() = "tail wire";
    brake_wire() = "brake wire";
    tail_filament() = "tail filament";
    brake_filament() = "brake filament";
    other_brake_lamp() = "other brake lamp";

    // What the flasher or module makes of LED lamps, function by function, and what can be done about it.
    works_as_before() = "works as before";
    led_lamps_glow_while_off() = "LED lamps glow while off";
    led_lamps_flicker() = "LED lamps flicker";
    flashes_twice_as_fast() = "flashes twice as fast";
    does_not_flash() = "does not flash";
    a_lost_bulb_is_reported() = "a lost bulb is reported";
    an_led_in_a_housing_made() = "An LED in a housing made for a bulb may not be lawful even where it works: local rules have the last word. A turn signal must keep telling of a lost lamp where the law asks for it.";
    counted_as_lost_below(least, mark) = ", counted as lost below {least:.2} A{mark}";
    a_with_bulbs_a_with_led(before_a, after_a, against) = "{before_a:.2} A with bulbs, {after_a:.2} A with LED{against}";
    should_work_as_before(figures) = "Should work as before: {figures}.";
    may_flash_twice_as_fast(figures) = "May flash twice as fast, as usual flashers do: {figures}. Try one lamp first.";
    may_not_flash_too_little_current(figures) = "May not flash: too little current to heat a usual flasher. {figures}. Try one lamp first.";
    a_lost_bulb_may_be_reported(figures) = "A lost bulb may be reported, and some modules switch the output off. {figures}. Try one lamp first.";
    it_works_as_before(figures) = "Works as before: {figures}.";
    the_module_short_test_pulses_light(figures) = "The module's short test pulses light the LED faintly while off. {figures}.";
    the_module_dims_by_pulses(figures) = "The module dims by pulses: a driven LED flickers or stays too bright. {figures}.";
    flashes_twice_as_fast_about_170(figures) = "Flashes twice as fast, about 170 a minute: {figures}.";
    too_little_current_to_heat(figures) = "Too little current to heat the flasher: it does not flash. {figures}.";
    a_lost_bulb_is_reported_some(figures) = "A lost bulb is reported; some modules switch the output off. {figures}.";
    lm_became_lm(place, code, bulb_lm, led_lm) = "{place}: {code} {bulb_lm:.0} lm became {led_lm:.0} lm";

    // What to look at besides the watcher: polarity, two filaments, heat, dust, codes; and what is in place.
    before_written(module, value, written) = "{module}: {value} before, {written} written";
    written_nobody_noted_the_value_before(module, written) = "{module}: {written} written, nobody noted the value before";
    led_lamps_of_the_monitored_type() = "LED lamps of the monitored type";
    load_resistor_ohm(ohm, seat) = "load resistor {ohm} ohm {seat}";
    a_bleed_of_1_kohm_across() = "a bleed of 1 kohm across each lamp";
    a_capacitor_behind_a_diode() = "a capacitor behind a diode at each lamp";
    on_bare_metal() = "on bare metal";
    in_free_air() = "in free air";
    on_plastic_carpet_or_foam() = "on plastic, carpet or foam";
    pins_by_series_read_the_series(all) = "Pins by series: {all}. Read the series off the module.";
    series_other_series_have_other_pins(series, pins) = "Series {series}: {pins}; other series have other pins.";
    no_pins_are_known_for_series(series, all) = "No pins are known for series {series}, only {all}: look them up before you probe or cut.";
    read_the_coding_value_and_note(module) = "{module}: read the coding value and note it before anything is written.";
    was_written_is_right_write_again(module, written, after, value) = "{module}: {written} was written, {after} is right: write {value} again, read it back, then add the bit once.";
    stands_already_in_adding_it_again(module, place, value) = "{module}: {place} stands already in {value}; adding it again would set another bit. Should a message come, look elsewhere.";
    base_dark_on_a_good_plug(place, base) = "{place}: base {base}. Dark on a good plug: turn it round, or swap the two pins; an LED has a polarity.";
    has_two_filaments_on_one_ground(place, code, other, with_bulb, tail) = "{place}: {code} has two filaments on one ground. Lost, with tail lamps on, the other side's brake lamp glows at {other:.0} % as LED ({with_bulb:.0} % as bulb) and this tail lamp at {tail:.0} %: clean the holder's ground.";
    the_figures_of_are_recalled(place, code) = "{place}: the figures of {code} are recalled with low confidence.";
    it_melts_what_it_sits() = "It melts what it sits on: bolt it to bare metal";
    not_where_hands_go() = "Not where hands go";
    load_resistor_ohm_w(ohm, seat, mean_w, most_v, case, mind, rule) = "Load resistor {ohm} ohm {seat}: {mean_w:.0} W on the mean at {most_v} V, case about {case}. {mind}, {rule} from wires.";
    closed_housing_w_stay(watt, degrees) = "Closed housing: {watt:.0} W stay in it at the LED's back, which lives long below about {degrees} only; feel it after half an hour.";
    an_open_fan_low() = "An open fan low on the vehicle fills with dirt, gets loud, then the lamp dims: choose one with fins.";
    powered_while_unplugged_a_fault_code() = "Powered while unplugged: a fault code stays. Clear it, switch the function on once, read again.";

    // What can be done where a watcher will not have LED lamps, each remedy with its figures and the function as it would be with it.
    tell_the_module(module) = "Tell the module: {module}";
    coding_value_read_as_set_add(before, place, weight, after) = "Coding value read as {before}: set {place}, add {weight}, write {after}.";
    note_the_value_before_and_after() = "Note the value before and after. Bits and pins depend on the model series.";
    electronic_flasher_that_counts_no_load() = "Electronic flasher that counts no load";
    least_load_0_02_to_0() = "Least load 0.02 to 0.1 A; same socket and pins, check both before you buy.";
    it_tells_of_no_lost_lamp() = "It tells of no lost lamp any more: not allowed on most vehicles under 80 in (2032 mm) wide in the United States, nor by UN R48 (recalled from memory). Ask.";
    bleed_resistor_1_kohm_across_each() = "Bleed resistor, 1 kohm, across each lamp";
    bleeds_while_lit() = "0.2 W while lit: the short test pulses go through it, not through the LED.";
    capacitor_behind_a_diode_at_each() = "Capacitor behind a diode at each lamp, 1000 to 4700 µF";
    it_carries_the_lamp_over() = "It carries the lamp over the gaps between pulses; dimming becomes a steady light.";
    mind_its_polarity_the_wrong_way() = "Mind its polarity: the wrong way round it bursts. Rated 25 V or more.";
    their_own_electronics_draw_what(least) = "Their own electronics draw what the monitor wants: {least:.2} A or more.";
    their_own_electronics_take_the_module() = "Their own electronics take the module's pulses, by their maker.";
    they_get_as_warm() = "They get as warm as the bulb did: watch the housing.";
    keep_the_bulbs(places) = "Keep the bulbs at: {places}";
    a_then_above_a_nothing(a, least_a) = "{a:.2} A then, above {least_a:.2} A. Nothing to add, nothing gets hot.";
    two_kinds_of_light_on_one() = "Two kinds of light on one side look different.";
    w_on_the_mean(mean_w) = ", {mean_w:.0} W on the mean";
    each_side() = ", each side";
    load_resistor_ohm_w_or(ohm, rating, each) = "Load resistor, {ohm} ohm, {rating:.0} W or more{each}";
    a_more_w_at_v_case(current, watt, most_v, mean, mean_2, seat, degrees, current_2) = "{current:.2} A more; {watt:.0} W at {most_v} V{mean}. Case about {mean_2} in free air, {seat} bolted to bare sheet; above {degrees} it burns skin. It costs the alternator {current_2:.1} A while it is on.";
    bolt_it_to_bare_metal_never(rule) = "Bolt it to bare metal; never on plastic, carpet or foam, {rule} from wires, not where hands go.";
    it_uses_up_what_the_led() = "It uses up what the LED saves.";

    // Load resistors: ohms, watts, heat.
    burns_skin() = ", burns skin";
    assumed() = " (assumed)";
}
