//! The supply: what the alternator gives, what a shift takes, what is left to start with.

sentences! {
    // The ways to feed the added lights, run through the same shift and put side by side.
    lit_by_the_towing_vehicle(name) = "{name}: lit by the towing vehicle";
    on_average_flashing() = " on average, flashing";
    while_parked(parked) = ", {parked} while parked";
    within_80() = "within 80 % of it";
    above_80() = "above 80 % of it";
    more_than_it_gives_the_battery() = "more than it gives: the battery runs down";
    for_everything_at_once_against(what, takes, gives, verdict) = "{what}: {takes} for everything at once against {gives}, {verdict}.";
    driving() = "Driving";
    ah_reached(reached) = "{reached:.0} Ah reached it";
    no_second_battery() = "no second battery";
    lights_left_on_flatten_the_starting() = "Lights left on flatten the starting battery.";
    lights_go_out_at_12_1() = "Lights go out at 12.1 V.";
    the_starting_battery_is_kept_apart() = "The starting battery is kept apart.";
    of_light_left(hours) = "{hours} of light left";
    nothing_lit_in_this_shift() = "nothing lit in this shift";
    no_steady_state() = "no steady state";
    at_the_lamps(lamp) = "{lamp} at the lamps";
    no_lamps() = "no lamps";
    one_battery_with_cut_off() = "One battery with cut-off";
    one_battery() = "One battery";
    ignition_relay() = "Ignition relay";
    voltage_sensing_relay() = "Voltage-sensing relay";
    diode_isolator() = "Diode isolator";
    manual_battery_switch() = "Manual battery switch";
    starts() = "starts";
    may_not_start() = "may not start";
    will_not_start() = "will not start";
    after_days_parked_it_charge_needed(days, verdict, start, needed, battery) = "After {days} days parked it {verdict}: {start} charge, {needed} needed at {battery}.";
    low_voltage_cut_off_12_1() = "low-voltage cut-off, 12.1 V off, 12.8 V on";
    auxiliary_battery_ah(battery) = "auxiliary battery {battery:.0} Ah";
    continuous_duty_relay_coil_from_ignition() = "continuous-duty relay, coil from ignition";
    voltage_sensing_relay_on_at_v(on_v, on_delay_s, off_v, off_delay_s) = "voltage-sensing relay: on at {on_v} V after {on_delay_s:.0} s, off below {off_v} V after {off_delay_s:.0} s";
    diode_isolator_on_a_heat_sink() = "diode isolator on a heat sink";
    dc_dc_charger(charger) = "DC-DC charger {charger:.0} A";
    two_fuses_one_at_each_battery() = "two fuses: one at each battery, both feed the cable";
    set_by_the_wish_until() = "Set by the wish: \"until the battery is low\".";
    a_low_voltage_cut_off_keeps() = "A low-voltage cut-off keeps enough to start.";
    joins_both_batteries_while_the_key() = "Joins both batteries while the key is on, engine off too.";
    the_alternator_stays_below_13_3() = "The alternator stays below 13.3 V: the relay never closes.";
    does_not_work_with_a_battery() = "Does not work with a battery-managed (smart) alternator.";
    a_lithium_battery_rests_at_13() = "A lithium battery rests at 13.3 V: the relay stays closed.";
    its_0_7_v_is_missing() = "Its 0.7 V is missing at the end of charging; 42 W of heat at 60 A.";
    draws_up_to_from_the_starting(input) = "Draws up to {input} from the starting battery's side.";
    a_hand_that_forgets_it_joins() = "Left closed, it joins both batteries: both go flat.";
    lithium_must_not_be_charged_below() = "Lithium must not be charged below freezing.";
}
