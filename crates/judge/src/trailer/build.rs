//! A trailer from its length, width and region: the lamps that the rule book asks for, placed, on their functions.

use jovek_catalog::conductor::Conductor;
use jovek_job::{
    At, BodyKind, CircuitId, ConnectorKind, FactoryCircuit, FactoryId, FactoryKind, Feed,
    HousedLamp, Housing, HousingGround, HousingId, Job, LampCircuit, LampColour, LampPlace,
    LampRole, Light, LightId, LightKind, MadeFor, Mount, Optic, OutputKind, Probe, Region,
    ReturnKind, Run, Signal, Sites, Skeleton, SwitchedSide, TrailerLink, VehicleSide, Wish,
};
use jovek_phrases::common;
use jovek_phrases::trailer as say;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What is said of a trailer.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TrailerAsked {
    /// Unit.
    pub unit: String,
    /// From coupling to rear, m.
    pub length_m: f64,
    /// Width over all, m.
    pub width_m: f64,
    /// Height of the body, m.
    pub height_m: f64,
    /// Two axles side by side.
    #[serde(default)]
    pub has_two_axles: bool,
    /// Whose rules.
    pub region: Region,
    /// Stop and turn in one lamp on each side.
    #[serde(default)]
    pub is_combined: bool,
}

/// Width from which a vehicle shows its outline, m, by region. Source: 49 CFR 571.108 Table I, UN R48, recalled from
/// memory.
fn outline_from_m(region: Region) -> f64 {
    match region {
        Region::Us => 2.032,
        Region::Un => 2.1,
    }
}

struct Builder<'a> {
    asked: &'a TrailerAsked,
    lights: usize,
}

/// What a lamp is and where it stands: role, colour, name, watts, mounts.
struct Wanted {
    role: LampRole,
    colour: LampColour,
    name: String,
    watt: f64,
    mounts: Vec<Mount>,
}

impl Builder<'_> {
    /// A pair at both sides: part of the length, inset from the outside, height.
    fn pair(&self, along: f64, inset_m: f64, up_m: f64, faces: Faces) -> Vec<Mount> {
        let left_m = 0.5 * self.asked.width_m - inset_m;
        [1.0, -1.0]
            .into_iter()
            .map(|side| Mount {
                at: At { along_m: along * self.asked.length_m, left_m: side * left_m, up_m },
                faces_deg: match faces {
                    Faces::Front => 0.0,
                    Faces::Rear => 180.0,
                    Faces::Side => {
                        if side > 0.0 {
                            90.0
                        } else {
                            270.0
                        }
                    }
                },
                down_deg: 0.0,
            })
            .collect()
    }

    fn light(&mut self, w: Wanted, place: LampPlace) -> Light {
        self.lights += 1;
        Light {
            id: LightId(format!("l{}", self.lights)),
            name: w.name,
            count: w.mounts.len() as u32,
            draws: LightKind::Regulated { cut_in_v: None },
            made_for: MadeFor::V12To24,
            label_w: Some(w.watt),
            measured: None,
            measured_also: Vec::new(),
            role: Some(w.role),
            colour: Some(w.colour),
            place: Some(place),
            is_stuck: false,
            adhesive: None,
            held_by: None,
            spacer_mm: None,
            stays: false,
            is_reversed: false,
            lead: None,
            flash: None,
            has_sync_lead: false,
            has_pattern_lead: false,
            optic: Some(Optic { mounts: w.mounts, ..Optic::default() }),
            strip: None,
            backlight: None,
            hidden: None,
            screw: None,
            replaces: None,
            least_v: None,
        }
    }
}

#[derive(Clone, Copy)]
enum Faces {
    Front,
    Rear,
    Side,
}

/// Builds the job of a trailer. LED watts are usual ones: 1 W a marker, 2 W a tail, 4 W a stop or turn lamp, 10 W
/// reverse. Common practice, no source.
pub fn build(asked: &TrailerAsked) -> Job {
    let mut job = Job::new(asked.unit.clone(), say::trailer_lamps());
    job.vehicle.name = say::trailer().into();
    job.skeleton = Some(Skeleton {
        body: if asked.has_two_axles { BodyKind::TrailerTwoAxle } else { BodyKind::TrailerOneAxle },
        length_m: Some(asked.length_m),
        width_m: Some(asked.width_m),
        height_m: Some(asked.height_m),
        ..Skeleton::default()
    });
    job.lighting.region = Some(asked.region);
    let mut b = Builder { asked, lights: 0 };
    let un = asked.region == Region::Un;
    // Between the lowest and highest that both rule books allow.
    let (up_m, side_up_m) = (0.75_f64.min(asked.height_m.max(0.4)), 0.6);
    let rear = |b: &Builder, inset_m| b.pair(1.0, inset_m, up_m, Faces::Rear);
    let mut tail = vec![
        (
            Wanted {
                role: LampRole::Tail,
                colour: LampColour::Red,
                name: say::led_tail_lamp().into(),
                watt: 2.0,
                mounts: rear(&b, 0.2),
            },
            LampPlace::Rear,
        ),
        (
            Wanted {
                role: LampRole::Plate,
                colour: LampColour::White,
                name: say::led_plate_lamp().into(),
                watt: 1.0,
                mounts: vec![Mount {
                    at: At { along_m: asked.length_m, left_m: 0.0, up_m: 0.6 },
                    faces_deg: 180.0,
                    down_deg: 60.0,
                }],
            },
            LampPlace::Rear,
        ),
    ];
    tail.extend(markers(&b, un, side_up_m));
    let tail: Vec<Light> = tail.into_iter().map(|(w, place)| b.light(w, place)).collect();
    add(&mut job, "tail", say::tail_and_marker_lamps(), Signal::Parking, "brown", tail);
    let lamp = |mounts, role, colour, name: &str, watt| Wanted {
        role,
        colour,
        name: name.into(),
        watt,
        mounts,
    };
    if !asked.is_combined {
        let light = b.light(
            lamp(rear(&b, 0.3), LampRole::Brake, LampColour::Red, say::led_stop_lamp(), 4.0),
            LampPlace::Rear,
        );
        add(&mut job, "stop", say::stop_lamps(), Signal::Brake, "red", vec![light]);
    }
    // Stop and turn in one are red and stand where the stop lamps would; a turn lamp alone is amber, outside of them.
    let (inset_m, colour, name, titles) = if asked.is_combined {
        let titles = [say::left_stop_and_turn(), say::right_stop_and_turn()];
        (0.3, LampColour::Red, say::led_stop_and_turn_lamp(), titles)
    } else {
        (0.1, LampColour::Amber, say::led_turn_lamp(), [say::left_turn(), say::right_turn()])
    };
    for (side, id, place, signal, wire) in [
        (0, "left", LampPlace::RearLeft, Signal::Left, "yellow"),
        (1, "right", LampPlace::RearRight, Signal::Right, "green"),
    ] {
        let mounts = vec![rear(&b, inset_m)[side]];
        let light = b.light(lamp(mounts, LampRole::Turn, colour, name, 4.0), place);
        add(&mut job, id, titles[side], signal, wire, vec![light]);
        if let (true, Some(circuit), Some(plug)) =
            (asked.is_combined, job.circuits.last_mut(), job.factory.last_mut())
        {
            // One wire, two signals: it flashes for turn and stays on for stop.
            plug.also = vec![Signal::Brake];
            circuit.lit = Wish::Any(vec![Wish::With(signal), Wish::With(Signal::Brake)]);
        }
    }
    if un {
        let mounts = vec![Mount {
            at: At { along_m: asked.length_m, left_m: -0.4, up_m: 0.6 },
            faces_deg: 180.0,
            down_deg: 0.0,
        }];
        let light = b.light(
            lamp(mounts, LampRole::Fog, LampColour::Red, say::led_rear_fog_lamp(), 4.0),
            LampPlace::Rear,
        );
        add(&mut job, "fog", say::rear_fog_lamp(), Signal::Fog, "blue", vec![light]);
    }
    let plug = plug_of(asked);
    job.trailer = Some(TrailerLink::new(plug, plug));
    job.housings = [0, 1].map(|side| rear_lamp(&job, side)).into();
    job
}

/// The rear lamp of a side, left first: tail, stop and turn in one housing, one ground for all to the bus by the plug.
fn rear_lamp(job: &Job, side: u32) -> Housing {
    let (turn, side_text) =
        if side == 0 { ("left", common::left()) } else { ("right", common::right()) };
    let lights = |id: &str| {
        let circuit = job.circuits.iter().find(|c| c.id.0 == id);
        circuit.and_then(|c| c.lights.first()).map(|l| (l.id.clone(), l.count))
    };
    let functions = ["tail", "stop", turn].into_iter().filter_map(lights);
    let lamp = |(light, count): (LightId, u32)| HousedLamp {
        light,
        number: side.min(count - 1),
        lead_colour: None,
    };
    Housing {
        id: HousingId(format!("rear-{turn}")),
        name: say::led_rear_lamp(&side_text),
        lamps: functions.map(lamp).collect(),
        ground: Some(HousingGround { by: ReturnKind::GroundBus, length_m: None, zone: None }),
    }
}

fn markers(b: &Builder, un: bool, side_up_m: f64) -> Vec<(Wanted, LampPlace)> {
    let asked = b.asked;
    let marker = |mounts, colour, name: &str| Wanted {
        role: LampRole::Marker,
        colour,
        name: name.into(),
        watt: 1.0,
        mounts,
    };
    let mut out = Vec::new();
    let side = |along| b.pair(along, 0.0, side_up_m, Faces::Side);
    if un {
        if asked.length_m > 6.0 {
            // One every 3 m.
            let count = (asked.length_m / 3.0).ceil() as usize;
            for k in 0..count {
                let along = (k as f64 + 0.5) / count as f64;
                // Counted from the front: each pair is told from the next.
                let name = say::led_side_marker_row(&(k + 1));
                out.push((marker(side(along), LampColour::Amber, &name), LampPlace::Sides));
            }
        }
        out.push((
            marker(
                b.pair(0.0, 0.15, side_up_m, Faces::Front),
                LampColour::White,
                say::led_front_position_lamp(),
            ),
            LampPlace::Front,
        ));
    } else {
        out.push((
            marker(side(0.05), LampColour::Amber, say::led_side_marker_front()),
            LampPlace::Sides,
        ));
        if asked.length_m >= 9.144 {
            out.push((
                marker(side(0.5), LampColour::Amber, say::led_side_marker_middle()),
                LampPlace::Sides,
            ));
        }
        out.push((
            marker(side(0.97), LampColour::Red, say::led_side_marker_rear()),
            LampPlace::Sides,
        ));
    }
    if asked.width_m >= outline_from_m(asked.region) {
        let top_m = 0.95 * asked.height_m;
        let front = if un { LampColour::White } else { LampColour::Amber };
        out.push((
            marker(b.pair(0.0, 0.05, top_m, Faces::Front), front, say::led_clearance_lamp_front()),
            LampPlace::Front,
        ));
        out.push((
            marker(
                b.pair(1.0, 0.05, top_m, Faces::Rear),
                LampColour::Red,
                say::led_clearance_lamp_rear(),
            ),
            LampPlace::Rear,
        ));
        if !un {
            let mounts = [-0.2, 0.0, 0.2]
                .into_iter()
                .map(|left_m| Mount {
                    at: At { along_m: asked.length_m, left_m, up_m: top_m },
                    faces_deg: 180.0,
                    down_deg: 0.0,
                })
                .collect();
            out.push((
                marker(mounts, LampColour::Red, say::led_identification_lamp()),
                LampPlace::Rear,
            ));
        }
    }
    out
}

/// The plug that such a trailer usually has: 13-pin by UN regulations; by United States ones 4-flat where stop and turn
/// are one, else the heavy-duty one that has a pin for each. Common practice.
fn plug_of(asked: &TrailerAsked) -> ConnectorKind {
    match (asked.region, asked.is_combined) {
        (Region::Un, _) => ConnectorKind::Iso13,
        (Region::Us, true) => ConnectorKind::Flat4,
        (Region::Us, false) => ConnectorKind::Heavy7,
    }
}

/// Usual wire of a plug. Source: the pin tables of [`super::connectors`]: 16 AWG on the flats, 1.5 mm² on 12N.
fn plug_wire(region: Option<Region>) -> Conductor {
    match region {
        Some(Region::Us) => Conductor::Awg(16),
        Some(Region::Un) | None => Conductor::Metric(150),
    }
}

/// A wire of the socket and the circuit that hangs on it.
fn add(job: &mut Job, id: &str, name: &str, signal: Signal, colour: &str, lights: Vec<Light>) {
    job.factory.push(FactoryCircuit {
        id: FactoryId(id.to_owned()),
        name: say::wire_of_the_plug(&colour),
        follows: signal,
        kind: FactoryKind::TrailerSocket,
        colour: Some(colour.to_owned()),
        site: None,
        survey: None,
        switched: SwitchedSide::Plus,
        of: VehicleSide::Own,
        output: OutputKind::default(),
        fuse_a: None,
        wire: Some(plug_wire(job.lighting.region)),
        length_m: None,
        also: Vec::new(),
        output_a: None,
        // A new trailer: nothing else hangs on the wire.
        existing_a: Some(0.0),
        probe: Probe::default(),
    });
    let starter = LampCircuit::starter(CircuitId(id.to_owned()), name);
    job.circuits.push(LampCircuit {
        lit: Wish::With(signal),
        // All returns meet at one bus by the plug.
        run: Run { return_by: ReturnKind::GroundBus, ..starter.run },
        lights,
        feed: Some(Feed::TieIn { factory: FactoryId(id.to_owned()) }),
        sites: Some(Sites::default()),
        ..starter
    });
}
