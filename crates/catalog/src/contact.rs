//! Resistance of joints, and what one may cost.

/// A crimped butt splice, ohm. Common practice.
pub const SPLICE_OHM: f64 = 0.001;
/// A sealed two-pin plug at a lamp, one contact, ohm. Common practice: 2 to 3 mohm when new and sound.
pub const LAMP_PLUG_OHM: f64 = 0.0025;
/// A clean ground stud, ohm. Common practice: 1 to 2 mohm.
pub const STUD_OHM: f64 = 0.0015;
/// A ring on the battery post, ohm. Common practice.
pub const POST_OHM: f64 = 0.0005;
/// Frame, body and the battery's own ground strap, ohm. Common practice.
pub const CHASSIS_OHM: f64 = 0.002;

/// By how much plugs and studs grow until they are worn. Source: SAE/USCAR-2, 2.8 mm contact at end of life 5 mohm,
/// recalled, low confidence, against a sound one.
pub const WORN_JOINT_FACTOR: f64 = 0.005 / LAMP_PLUG_OHM;
/// A worn contact of a relay or switch, ohm. Common practice: 10 to 20 mohm after years of
/// service.
pub const WORN_SWITCH_OHM: f64 = 0.015;

/// Most that one joint may cost at load, V. Common practice.
pub const JOINT_LIMIT_V: f64 = 0.1;
/// Most that the ground path may cost at load, V. Common practice.
pub const GROUND_LIMIT_V: f64 = 0.2;
