//! The volt line.

sentences! {
    // The volt line: each link of a circuit at its true distance, with the voltage before and after.
    factory_fuse_switch_wire() = "factory fuse, switch, wire";
    factory_fuse() = "factory fuse";
    at_the_branch() = "at the branch";
    across(lamp) = "{lamp} across";
    floor(volts, drop) = "floor {volts} ({drop})";
    fades_below(volts) = "fades below {volts}";
    full_light() = "full light";
    fading() = "fading";
    collapsed_the_line_is_too_weak() = "collapsed: the line is too weak";
    what_they_need() = "what they need";
    in_the_copper(part) = "{part} in the copper";
    between_86_and_85_the_way(across, current, lost) = "{across} between 86 and 85, {current}; the way there and back loses {lost}";
    relay() = "relay";
    diodes() = "diodes";
    ground_of(ground) = "ground of {ground}";
    of_the_factory_plug() = "of the factory's plug";
    bus_or_plug_and_the_frame() = "bus or plug, and the frame behind";
    lost_across(lost, current) = "{lost} across, {current}";
    before_behind_loses(in_, out, drop, current) = "{in_} before, {out} behind: loses {drop} at {current}";
    copper_at(degrees) = "Copper at {degrees}";
    one_lamp() = "1 lamp";
    lamps(count) = "{count} lamps";
}
