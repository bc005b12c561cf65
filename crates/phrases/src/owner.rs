//! The page that the owner of a vehicle reads on a phone.

sentences! {
    unit(unit) = "Unit {unit}";
    fitted_and_signed(by, day) = "Fitted and signed by {by}, {day}.";
    work_in_hand() = "Work in hand: not signed yet.";
    next_look(day) = "Next look: {day}.";
    next_look_is_over(day) = "Next look: {day}. That day is over: ask for one.";
    what_each_switch_does() = "What each switch does";
    if_a_lamp_stays_dark() = "If a lamp stays dark: fuses";
    the_vehicles_own_fuses() = "The vehicle's own fuses protect the lamps.";
    same_rating_only() = "Put in the same rating only. A fuse that blows again has a reason: have it looked for.";
    cautions() = "Cautions";
    closed() = "This link leads nowhere";
    ask_the_workshop() = "It was taken back, or its time is over. The workshop that fitted the lamps makes a new one.";
}
