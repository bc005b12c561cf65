//! Resistance of joints, and what one may cost.

/// A crimped butt splice, ohm. Common practice.
pub const SPLICE_OHM: f64 = 0.001;
/// One 6.3 mm blade contact, ohm. Source: SAE/USCAR-2 end of life 1.5 mohm, recalled, low.
pub const BLADE_OHM: f64 = 0.0015;
/// A sealed two-pin plug at a lamp, one contact, ohm. Source: SAE/USCAR-2, 2.8 mm contact at end of
/// life 5 mohm, recalled, low confidence.
pub const LAMP_PLUG_OHM: f64 = 0.005;
/// A clean ground stud, ohm. Common practice.
pub const STUD_OHM: f64 = 0.005;
/// A ring on the battery post, ohm. Common practice.
pub const POST_OHM: f64 = 0.0005;
/// Frame, body and the battery's own ground strap, ohm. Common practice.
pub const CHASSIS_OHM: f64 = 0.002;

/// Most that one joint may cost at load, V. Common practice.
pub const JOINT_LIMIT_V: f64 = 0.1;
/// Most that the ground path may cost at load, V. Common practice.
pub const GROUND_LIMIT_V: f64 = 0.2;
