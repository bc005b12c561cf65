//! Switching as it is wished.

sentences! {
    // A wish as rungs: OR by joining, AND by contacts in series, NOT by the normally closed contact.
    of_the_towing_vehicle() = " of the towing vehicle";
    no_wire_is_known_that_follows(signal, of) = "No wire is known that follows: {signal}{of}. Probe one and add it under Look.";
}
