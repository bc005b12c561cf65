//! Values that a fact can have, as they are chosen on a page: every variant of its enum, so that none is forgotten and
//! none has another name there.

mod habits;
mod lamps_and_wires;

use crate::work::bays::{Day, Skill};
use habits::*;
use jovek_catalog::light::LightKind;
use jovek_job::Passage;
use jovek_phrases::choices as say;
use lamps_and_wires::*;
use serde::Serialize;
use strum::IntoEnumIterator;
use utoipa::ToSchema;

/// A value as the job holds it, and as it is spoken.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ValueLabel {
    /// As the job holds it; empty where nothing is said.
    pub value: String,
    /// As it is spoken.
    pub label: &'static str,
}

/// All values that can be chosen, by what they are of.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Choices {
    /// What stands at the far end of a section.
    pub waypoints: Vec<ValueLabel>,
    /// How the lead of a lamp ends.
    pub lamp_ends: Vec<ValueLabel>,
    /// How a current gets back.
    pub returns: Vec<ValueLabel>,
    /// What holds a lamp.
    pub held_by: Vec<ValueLabel>,
    /// Where a switch sits.
    pub switch_seats: Vec<ValueLabel>,
    /// What holds a lamp that is stuck on.
    pub adhesives: Vec<ValueLabel>,
    /// What a lamp looked like when it came off.
    pub conditions: Vec<ValueLabel>,
    /// How a factory wire behaves.
    pub outputs: Vec<ValueLabel>,
    /// What a circuit of the factory offers as a feed.
    pub factory_kinds: Vec<ValueLabel>,
    /// In which wire of a factory lamp its switch sits.
    pub switched_sides: Vec<ValueLabel>,
    /// Families of fuses.
    pub fuse_families: Vec<ValueLabel>,
    /// On which of two vehicles.
    pub vehicle_sides: Vec<ValueLabel>,
    /// What a lamp is for.
    pub lamp_roles: Vec<ValueLabel>,
    /// Colour of a light.
    pub lamp_colours: Vec<ValueLabel>,
    /// Where a lamp sits.
    pub lamp_places: Vec<ValueLabel>,
    /// Voltage that a light is made for.
    pub made_for: Vec<ValueLabel>,
    /// How a second battery is charged and kept apart.
    pub isolations: Vec<ValueLabel>,
    /// How a battery is made.
    pub chemistries: Vec<ValueLabel>,
    /// What takes up the spike of a coil.
    pub suppressions: Vec<ValueLabel>,
    /// How wires are joined.
    pub joints: Vec<ValueLabel>,
    /// Kinds of bodies.
    pub bodies: Vec<ValueLabel>,
    /// Where a shop likes to run its wires.
    pub route_practices: Vec<ValueLabel>,
    /// What can hurt a wire on a way.
    pub hazards: Vec<ValueLabel>,
    /// Whose rules of the road.
    pub regions: Vec<ValueLabel>,
    /// How a light takes its current.
    pub draws: Vec<ValueLabel>,
    /// How a wire gets through at the end of a way.
    pub passages: Vec<ValueLabel>,
    /// How much the conductors of a circuit may lose.
    pub drops: Vec<ValueLabel>,
    /// Units of length.
    pub lengths: Vec<ValueLabel>,
    /// Units of temperature.
    pub temperatures: Vec<ValueLabel>,
    /// How wire sizes are named.
    pub wire_systems: Vec<ValueLabel>,
    /// Whose table says what a wire may carry.
    pub ampacities: Vec<ValueLabel>,
    /// What wires that lie together may carry.
    pub bundles: Vec<ValueLabel>,
    /// Insulation of the wire on the shelf.
    pub insulations: Vec<ValueLabel>,
    /// How a fuse is chosen.
    pub fuse_practices: Vec<ValueLabel>,
    /// How circuits from the battery share a feed.
    pub fuse_blocks: Vec<ValueLabel>,
    /// How wires get their colours.
    pub colour_schemes: Vec<ValueLabel>,
    /// Where a new circuit is grounded.
    pub ground_practices: Vec<ValueLabel>,
    /// Kinds of switches.
    pub switch_kinds: Vec<ValueLabel>,
    /// What is put across an LED that glows or flickers.
    pub smoothings: Vec<ValueLabel>,
    /// Where a load resistor is fixed.
    pub resistor_seats: Vec<ValueLabel>,
    /// Class of a warning lamp.
    pub warning_classes: Vec<ValueLabel>,
    /// What a turn-signal combiner takes a stop from.
    pub stops_from: Vec<ValueLabel>,
    /// What was done with the loop of a combiner.
    pub loop_wires: Vec<ValueLabel>,
    /// What a stop lamp shows at first.
    pub stop_lights: Vec<ValueLabel>,
    /// Colours of a strip.
    pub strip_colours: Vec<ValueLabel>,
    /// What the engine does.
    pub engines: Vec<ValueLabel>,
    /// What may differ between vehicles of a kit.
    pub may_differ: Vec<ValueLabel>,
    /// What a person of the workshop may do.
    pub skills: Vec<ValueLabel>,
    /// Days of the week.
    pub days: Vec<ValueLabel>,
}

/// Every choice with its words.
pub fn choices() -> Choices {
    Choices {
        waypoints: all(waypoint_label),
        lamp_ends: all(lamp_end_label),
        returns: all(return_label),
        held_by: unsaid_or(say::held_by_unsaid(), held_by_label),
        switch_seats: all(switch_seat_label),
        adhesives: unsaid_or(say::adhesive_unsaid(), adhesive_label),
        conditions: all(condition_label),
        outputs: all(output_label),
        factory_kinds: all(factory_kind_label),
        switched_sides: all(switched_label),
        fuse_families: all(fuse_family_label),
        vehicle_sides: all(vehicle_label),
        lamp_roles: unsaid_or(say::role_unsaid(), role_label),
        lamp_colours: all(colour_label),
        lamp_places: unsaid_or(say::place_unsaid(), place_label),
        made_for: all(made_for_label),
        isolations: all(isolation_label),
        chemistries: all(chemistry_label),
        suppressions: all(suppression_label),
        joints: all(joint_label),
        bodies: all(body_label),
        route_practices: all(route_label),
        hazards: all(hazard_label),
        regions: all(region_label),
        draws: DRAWS.iter().map(|draw| tagged(draw, draw_label(draw))).collect(),
        passages: PASSAGES.iter().map(|passage| tagged(passage, passage_label(passage))).collect(),
        drops: all(drop_label),
        lengths: all(lengths_label),
        temperatures: all(temperature_label),
        wire_systems: all(wire_system_label),
        ampacities: all(ampacity_label),
        bundles: all(bundle_label),
        insulations: unsaid_or(say::insulation_unsaid(), insulation_label),
        fuse_practices: all(fuse_practice_label),
        fuse_blocks: unsaid_or(say::fuse_block_unsaid(), fuse_block_label),
        colour_schemes: all(scheme_label),
        ground_practices: all(ground_practice_label),
        switch_kinds: all(switch_kind_label),
        smoothings: unsaid_or(say::smoothing_unsaid(), smoothing_label),
        resistor_seats: all(seat_label),
        warning_classes: unsaid_or(say::class_unsaid(), class_label),
        stops_from: all(stop_from_label),
        loop_wires: all(loop_label),
        stop_lights: all(stop_light_label),
        strip_colours: unsaid_or(say::strip_unsaid(), strip_label),
        engines: all(engine_label),
        may_differ: all(may_differ_label),
        skills: all(Skill::text),
        days: all(Day::text),
    }
}

/// Each kind of [`LightKind`] once; what it says besides does not matter here.
const DRAWS: [LightKind; 3] = [
    LightKind::Regulated { cut_in_v: None },
    LightKind::Strip { forward_v: None },
    LightKind::Incandescent {},
];

/// Each kind of [`Passage`] once.
const PASSAGES: [Passage; 5] = [
    Passage::Open,
    Passage::Grommet { bore_mm: None },
    Passage::NewHole,
    Passage::Hinge,
    Passage::Connector,
];

/// Every variant with its words.
fn all<T: IntoEnumIterator + Serialize + Copy>(label: fn(T) -> &'static str) -> Vec<ValueLabel> {
    T::iter().map(|of| ValueLabel { value: name(&of, None), label: label(of) }).collect()
}

/// As [`all`], behind the words for nothing said.
fn unsaid_or<T: IntoEnumIterator + Serialize + Copy>(
    unsaid: &'static str,
    label: fn(T) -> &'static str,
) -> Vec<ValueLabel> {
    let nothing = ValueLabel { value: String::new(), label: unsaid };
    std::iter::once(nothing).chain(all(label)).collect()
}

fn tagged(of: &impl Serialize, label: &'static str) -> ValueLabel {
    ValueLabel { value: name(of, Some("kind")), label }
}

/// A variant as the job holds it: its name, or the name in its tag.
fn name(of: &impl Serialize, tag: Option<&str>) -> String {
    let held = serde_json::to_value(of).unwrap_or_default();
    let name = match tag {
        Some(tag) => held.get(tag).and_then(|n| n.as_str()),
        None => held.as_str(),
    };
    name.unwrap_or_default().to_owned()
}
