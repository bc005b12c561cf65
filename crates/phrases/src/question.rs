//! The question that matters most.

sentences! {
    // What a way is worth: the job without it, or with a circuit pinned to it, against the job as it is.
    more() = "more";
    less() = "less";
    wire(wire, way) = "{wire} {way} wire";
    becomes(was, label, label_2) = "{was}: {label} becomes {label_2}";
    a_circuit_has_no_other_path() = "A circuit has no other path.";
    nothing_changes() = "Nothing changes.";

    // Which unmeasured figure matters most? Each assumption is moved to both ends of its fair range, the job is assessed anew, and what changes is counted.
    if_it() = "If it is more";
    if_it_is_less() = "If it is less";
    other_findings_stand(way) = "{way}, other findings stand.";
    way_becomes(way, label, label_2) = "{way}, {label} becomes {label_2}.";
    cut_by_it_the_wire_may_be_short(length) = "Cut by it, the wire may be {length} short.";
    it_moves_the_lamp_voltage(lamp_v) = "It moves the lamp voltage by {lamp_v:.2} V at most.";
}
