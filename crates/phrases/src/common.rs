//! Words that more than two subjects use.

sentences! {
    idling() = "Idling";
    dark() = "dark";
    ground_pin_of_the_plug() = "ground pin of the plug";
    ground_bus() = "ground bus";
    dc_dc_charger() = "DC-DC charger";
    battery_switch() = "battery switch";
    battery_plus() = "battery +";
    yes() = "yes";
    no() = "no";
    nothing() = "none";
    open() = "open";
    red() = "red";
    green() = "green";
    blue() = "blue";
    white() = "white";
    goes_in() = "in";
    out() = "out";
    master_relay() = "master relay";
    left() = "left";
    right() = "right";
    brake() = "brake";
    reverse_lamps() = "reverse lamps";
    reverse() = "reverse";
}
