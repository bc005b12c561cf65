//! What the light does: where it falls, how far, in whose eyes, in which colour, and how lamps are aimed.
//!
//! ```text
//! lamp figures or LM-63 file -> candela by direction -> lux at any point, times what voltage and lens leave
//! ```
//!
//! - [`ies`] reads photometric files into a [`grid`]; [`beam`] describes a beam by a few figures.
//! - [`source`]: a lamp in its place; inverse-square law; what covers take. [`vector`]: directions.
//! - [`lamps`]: the job's lamps, each as bright as its solved circuit lets it be.
//! - [`picture`]: ground and wall with lines of equal lux. [`spots`]: predicted beside measured.
//!   [`rulers`], [`scale`]: the grid and the shades that they are read by.
//! - [`meter`]: a simulated lux meter; [`log`]: lux from CSV.
//! - [`aim`]: where a beam belongs, turns of its screw; [`aim_sheet`]: each lamp's mark on wall or ground.
//! - [`glare`]: others' eyes, mirrors, camera, fog. [`colour`]: kelvin and law.
//! - [`by_day`]: is it seen by day. [`hidden`]: a source that is to be hidden behind a light stop.
//! - [`report`]: all of it together; [`drawing`]: aim sheet and ground plan to print.

pub mod aim;
pub mod aim_sheet;
pub mod beam;
pub mod by_day;
pub mod colour;
pub mod drawing;
pub mod glare;
pub mod grid;
pub mod hidden;
pub mod ies;
pub mod lamps;
pub mod log;
pub mod meter;
pub mod picture;
pub mod report;
pub mod rulers;
pub mod scale;
pub mod source;
pub mod spots;
pub mod vector;

pub use lamps::Stands;
pub use report::{LightAsked, LightPicture, LightReport, light};
