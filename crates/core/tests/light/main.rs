//! Light: photometry, files, aim, colour, glare, spots; rules of the road, swaps and trailers.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic)]

#[path = "../common/mod.rs"]
mod common;

mod aim_and_colour;
mod any_lamp_any_swap;
mod any_trailer;
mod built_and_refused;
mod by_day;
mod faces;
mod files;
mod flashers;
mod glare_and_pictures;
mod hitch_and_probe;
mod job_light;
mod mixed_and_tilted;
mod photometry;
mod pointed;
mod remedies;
mod rulers_and_scale;
mod rules_of_the_road;
mod swaps_and_trailers;
mod towed_behind;
