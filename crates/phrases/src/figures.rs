//! Figures by themselves: coding values, times, grades, tables.

sentences! {
    // The coding value of a module: a lamp that the vehicle could have had is turned on by one bit of it.
    is_set_in_already_adding_again(place, value, add) = "{place} is set in {value} already; adding {add} again would change other bits";
    is_not_set_in_taking_away(place, value, add) = "{place} is not set in {value}; taking {add} away would change other bits";
    has_no(value, place, holds) = "{value} has no {place}: {holds}";
    is_no_coding_value_give_one(given) = "\"{given}\" is no coding value: give one number such as 16450, or its bytes such as 04 00 8A";
    byte_bit(byte, bit) = "byte {byte}, bit {bit}";
    bit(bit) = "bit {bit}";
    a_number_has_bits_0(most) = "a number has bits 0 to {most}";
    it_has_bytes_0(n) = "it has bytes 0 to {n} of bits 0 to 7";
    one_number_has_no_bytes_leave() = "one number has no bytes; leave the byte empty";
    say_in_which_byte_the_first() = "say in which byte, the first is 0";

    // A figure with its unit, and how it is shown: no more digits than it deserves.
    between(least, most) = "{least} to {most}";
    days(hours) = "{hours:.0} days";
    more_than_a_year() = "more than a year";

    // How grave something is.
    stop() = "Stop";
    fix() = "Fix";
    note() = "Note";

    // Tables from CSV as shops have them: heads in any order, comma or semicolon between, bad rows named by line.
    cannot_be_read(e) = "cannot be read: {e}";
}
