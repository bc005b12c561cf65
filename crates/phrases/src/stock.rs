//! The shelf and the estimate.

sentences! {
    // What a job costs: parts against the shelf, and minutes of work.
    h_min_of_work(whole, whole_2) = "{whole} h {whole_2:02} min of work";
    battery_panels_tidy_hand_over() = "battery, panels, tidy, hand over";
    work_min() = "work, min";
    parts_with_a_price() = "parts with a price";
    work_cost() = "work, cost";
    work() = "work";
    total() = "total";

    // A list of stock and prices read from CSV: good rows offered, bad rows named.
    is_no_unit_of_stock(sign) = "\"{sign}\" is no unit of stock: write ft, m, or nothing for pieces and metres";
    the_first_row_has_no_column() = "the first row has no column \"part\"; name the columns part, held, price, unit in any order";
    the_first_row_has_neither_held() = "the first row has neither \"held\" nor \"price\"; head at least one of them";
    more_than_rows_split_the_list(most_rows) = "more than {most_rows} rows; split the list";
    stands_in_the_list_already_keep(part) = "\"{part}\" is in the list already; keep one row";
    no_part_named() = "no part named";
    the_name_is_longer_than_120() = "the name is longer than 120 characters or holds control characters";
    is_not_a_number(name, text) = "{name} \"{text}\" is not a number";
    is_less_than_nothing(name, text) = "{name} {text} is below zero";
    is_more(name, text, most) = "{name} {text} is more than {most:.0}";
    is_not_a_number_write(name, text) = "{name} \"{text}\" is not a number; write it like 12.50, no currency";

    // Kinds of steps on the estimate.
    before_figures() = "readings before the work";
    probe_factory_wires() = "probe factory wires";
    cut_label_and_crimp() = "cut, label and crimp";
    lamps_on_the_bench() = "lamps on the bench";
    holes() = "holes";
    fuses_relays_switches() = "fuses, relays, switches";
    pull_bundles() = "pull bundles";
    mount_lamps() = "mount lamps";
    joints() = "joints";
    grounds() = "grounds";
    connectors() = "connectors";
    readings() = "readings";
    aim() = "aim";
    steps() = "steps";
}
