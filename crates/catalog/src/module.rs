//! What body and trailer modules notice of their lamps. Common practice: no published limits.

/// Part of its load below which a wire's lamp counts as failed. Common practice: 30 to 60 %.
pub const LAMP_OUT_PART: f64 = 0.4;
/// Part of its load above which a wire counts as overloaded. Common practice.
pub const OVERLOAD_PART: f64 = 1.3;
/// Current on a lamp wire of the trailer socket from which a module takes a trailer for connected, A.
/// Common practice: an LED lamp of a trailer draws 0.3 A.
pub const TRAILER_A: f64 = 0.25;
