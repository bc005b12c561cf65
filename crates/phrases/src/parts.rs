//! Parts and their pins by name.

sentences! {
    // What relays and modules are called, and their terminals: one name on every list, drawing and reading.
    timer() = "timer";
    low_voltage_cut_off() = "low-voltage cut-off";
    relay() = "relay";
    pole(number) = " (pole {number})";
    out_at_rest(pole) = "out at rest{pole}";
    input() = "input";
    sense() = "sense";
}
