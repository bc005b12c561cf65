//! Where a meter lead can be put, and how long it takes to get there.

use crate::proof::names;
use jovek_circuit::{ElementId, NodeId};
use jovek_job::Job;
use jovek_phrases::common;
use jovek_phrases::diagnose as say;
use jovek_plan::chain::{Chain, JointOf, LinkKind, Origin};
use jovek_plan::network::build::Built;
use jovek_plan::network::parts::{PartKind, PartRef};
use jovek_plan::study::Assessment;

/// What a point is in the network.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum PointAt {
    /// A node.
    Node(NodeId),
    /// The pin of a lamp that should be positive, wherever it is wired.
    LampPlus(ElementId),
    /// The other pin.
    LampMinus(ElementId),
}

/// A point that a lead reaches.
#[derive(Debug, Clone, PartialEq)]
pub struct Point {
    /// Stable key, such as `c1.at.4`.
    pub key: String,
    /// As it is spoken.
    pub name: String,
    /// Where in the network.
    pub at: PointAt,
    /// Circuit, by number among the chains; none for what belongs to the vehicle.
    pub circuit: Option<usize>,
    /// To reach it, s: cover, panel or loom opened. Common practice, no source.
    pub seconds: f64,
}

/// Seconds to reach a battery post, a fuse, a relay socket, a plug or stud at the frame, a switch behind
/// its panel, a joint inside the loom. Common practice, no source.
const POST_S: f64 = 10.0;
const FUSE_S: f64 = 15.0;
const RELAY_S: f64 = 30.0;
const PLUG_S: f64 = 45.0;
const PANEL_S: f64 = 90.0;
const LOOM_S: f64 = 150.0;

/// All points of a vehicle, each node once.
pub fn points(job: &Job, study: &Assessment, built: &Built) -> Vec<Point> {
    let mut out = vec![
        Point {
            key: "battery+".into(),
            name: common::battery_plus().into(),
            at: PointAt::Node(built.battery_plus),
            circuit: None,
            seconds: POST_S,
        },
        Point {
            key: "battery-".into(),
            name: say::battery().into(),
            at: PointAt::Node(NodeId::GROUND),
            circuit: None,
            seconds: POST_S,
        },
    ];
    let others = [
        ("auxiliary+", say::auxiliary_battery_plus(), built.auxiliary_plus, POST_S),
        ("towing+", say::towing_vehicle_battery_plus(), built.towing_plus, POST_S + RELAY_S),
    ];
    out.extend(others.into_iter().filter_map(|(key, name, node, seconds)| {
        let at = PointAt::Node(node?);
        Some(Point { key: key.into(), name: name.into(), at, circuit: None, seconds })
    }));
    let mut push = |point: Point| {
        if !out.iter().any(|p| p.at == point.at) {
            out.push(point);
        }
    };
    for (i, f) in built.factory.iter().enumerate() {
        let Some(f) = f else { continue };
        let id = job.factory.get(i).map_or("", |f| f.id.0.as_str());
        let name = job.factory_label(i);
        let at = PointAt::Node(f.tap);
        let key = format!("vehicle/{id}.tap");
        push(Point { key, name: say::wire_of(&name), at, circuit: None, seconds: PLUG_S });
        if let Some(minus) = f.minus {
            let (key, name) = (format!("vehicle/{id}.minus"), say::minus_wire(&name));
            push(Point { key, name, at: PointAt::Node(minus), circuit: None, seconds: PLUG_S });
        }
    }
    for (c, studied) in study.circuits.iter().enumerate() {
        let chain = &studied.chain;
        let place = |what| PartRef { circuit: Some(c), what };
        for (i, &node) in built.circuits[c].nodes.iter().enumerate() {
            let (name, seconds) = along(job, study, chain, c, i);
            push(Point {
                key: format!("{}.at.{i}", chain.id),
                name: format!("{}: {name}", chain.name),
                at: PointAt::Node(node),
                circuit: Some(c),
                seconds,
            });
        }
        for (k, group) in built.circuits[c].lamps.iter().enumerate() {
            for (n, &lamp) in group.iter().enumerate() {
                let words = names::full(job, study, place(PartKind::Lamp(k, n)));
                let key = format!("{}.lamp.{}.{}", chain.id, k + 1, n + 1);
                for (sign, at) in [("+", PointAt::LampPlus(lamp)), ("-", PointAt::LampMinus(lamp))]
                {
                    let (key, name) = (format!("{key}{sign}"), say::pin(&words, &sign));
                    push(Point { key, name, at, circuit: Some(c), seconds: PLUG_S });
                }
            }
        }
        for ((_, element), of) in built.net.iter().zip(&built.places) {
            if of.circuit != Some(c) {
                continue;
            }
            let numbered = |end: &'static str| (end, end);
            let sides = [("feed side", say::feed_side()), ("load side", say::load_side())];
            // The key of an end, and its words.
            let (ends, seconds) = match of.what {
                PartKind::Coil(_) => (["86", "85"].map(numbered), RELAY_S),
                PartKind::RelayContact(_) => (["30", "87"].map(numbered), RELAY_S),
                PartKind::Diode(_) => {
                    ([("anode", say::anode()), ("cathode", say::cathode())], RELAY_S)
                }
                PartKind::LeadFuse(_) => (sides, FUSE_S),
                PartKind::Switch(_) => (sides, PANEL_S),
                PartKind::SignalLead(_) => (
                    [
                        ("at the signal", say::at_the_signal()),
                        ("at the relay", say::at_the_relay()),
                    ],
                    RELAY_S,
                ),
                _ => continue,
            };
            let words = names::full(job, study, *of);
            let key = names::key(job, study, *of);
            for ((end, told), node) in ends.into_iter().zip([element.from, element.to]) {
                let (key, name) = (format!("{key}.{end}"), format!("{words}, {told}"));
                let at = PointAt::Node(node);
                push(Point { key, name, at, circuit: Some(c), seconds });
            }
        }
    }
    out
}

/// Name of a point along a chain, from the part beside it that has one, and the time to get there.
fn along(job: &Job, study: &Assessment, chain: &Chain, c: usize, i: usize) -> (String, f64) {
    let before = i.checked_sub(1).and_then(|k| chain.links.get(k)).map(|l| (i - 1, l));
    let behind = chain.links.get(i).map(|l| (i, l));
    let words = |k| names::words(job, study, PartRef { circuit: Some(c), what: PartKind::Link(k) });
    match (before, behind) {
        (None, _) if chain.origin == Origin::Battery => (say::battery_post().into(), POST_S),
        (_, Some((_, l))) if l.kind == LinkKind::Lamps => (say::end_of_the_supply().into(), PLUG_S),
        (Some((_, l)), _) if l.kind == LinkKind::Lamps => {
            (say::start_of_the_return().into(), PLUG_S)
        }
        (_, Some((k, l))) if !matches!(l.kind, LinkKind::Wire(_)) => {
            let side = match l.kind {
                LinkKind::Fuse { .. } | LinkKind::Control { .. } => say::at_its_feed_side(),
                LinkKind::Chassis | LinkKind::FactoryGround => say::frame_side(),
                LinkKind::Bus => say::bus_side(),
                LinkKind::PlugGround => say::trailer_side(),
                LinkKind::HousingGround => say::housing_side(),
                LinkKind::BlockRelay => say::at_its_feed_side(),
                _ => say::wire_before(),
            };
            (format!("{}{side}", words(k)), reach_s(chain, k))
        }
        (Some((k, l)), _) => {
            let side = match l.kind {
                LinkKind::Fuse { .. } | LinkKind::Control { .. } => say::at_its_load_side(),
                LinkKind::Wire(_) => say::far_end(),
                _ => say::wire_behind(),
            };
            (format!("{}{side}", words(k)), reach_s(chain, k))
        }
        (None, _) => (say::factory_wire().into(), PLUG_S),
    }
}

/// Time to reach a link of a chain, s.
pub fn reach_s(chain: &Chain, link: usize) -> f64 {
    let Some(l) = chain.links.get(link) else { return LOOM_S };
    match &l.kind {
        LinkKind::Fuse { .. } => FUSE_S,
        LinkKind::Control { .. } if chain.switching.is_none() => PANEL_S,
        LinkKind::Control { .. } | LinkKind::Module(_) => RELAY_S,
        LinkKind::Joint { of: JointOf::SourcePost | JointOf::NegativePost, .. } => POST_S,
        LinkKind::Joint { of: JointOf::Branch(_) | JointOf::FactoryWire, .. } => LOOM_S,
        LinkKind::Wire(_) => LOOM_S,
        _ => PLUG_S,
    }
}
