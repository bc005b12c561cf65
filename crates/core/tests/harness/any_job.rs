//! Jobs of every kind, by chance: hardware, branches, connectors, returns, batteries, strips, bodies. Invented
//! data; the same number gives the same job.

use crate::wire::wire;
use jovek_core::job::{
    Auxiliary, Backlight, BodyKind, CircuitId, ControlKind, FactoryCircuit, FactoryId, FactoryKind,
    Feed, Flash, FuseBlock, FuseSurvey, HousedLamp, Housing, HousingGround, HousingId, Isolation,
    Job, JointPractice, LampCircuit, LampEnd, LampLead, LampPlace, Light, LightId, LightKind,
    OldLamp, Passage, PlugId, Position, Probe, ReturnKind, Section, Signal, Sites, Skeleton,
    Spread, Switch, SwitchId, SwitchKind, SwitchedSide, ToLamp, ToLamps, VehicleSide, WayFact,
    Waypoint, WireSystem, Wish, Zone,
};
use jovek_core::route::Graph;
use proptest::prelude::*;
use proptest::strategy::ValueTree;
use proptest::test_runner::{Config, RngAlgorithm, TestRng, TestRunner};
use rayon::prelude::*;

const SIGNALS: [(&str, Signal, VehicleSide); 6] = [
    ("park", Signal::Parking, VehicleSide::Own),
    ("brake", Signal::Brake, VehicleSide::Own),
    ("rev", Signal::Reverse, VehicleSide::Own),
    ("door", Signal::Door, VehicleSide::Own),
    ("tow-park", Signal::Parking, VehicleSide::Towing),
    ("tow-brake", Signal::Brake, VehicleSide::Towing),
];

/// An empty fuse position that is live with the key.
const POSITION: &str = "position";

/// Calls a check with so many jobs, on all cores. Each is named by its number when the check fails.
pub fn with_jobs(count: u64, check: impl Fn(u64, &Job) + Sync) {
    (0..count).into_par_iter().for_each(|number| {
        let mut seed = [0u8; 32];
        seed[..8].copy_from_slice(&number.to_le_bytes());
        let rng = TestRng::from_seed(RngAlgorithm::ChaCha, &seed);
        let mut runner = TestRunner::new_with_rng(Config::default(), rng);
        let job = job().new_tree(&mut runner).expect("a job").current();
        check(number, &job);
    });
}

fn switch(id: &str) -> Wish {
    Wish::Switch { id: SwitchId(id.into()), position: Position::On }
}

fn leaf() -> impl Strategy<Value = Wish> {
    prop_oneof![
        (0..4usize).prop_map(|i| Wish::With(SIGNALS[i].1)),
        (4..6usize).prop_map(|i| Wish::Towing(SIGNALS[i].1)),
        Just(switch("on-off")),
        Just(switch("push")),
        Just(switch("dim")),
        Just(Wish::OwnSwitch),
        Just(Wish::OwnSwitch),
    ]
}

fn wish() -> impl Strategy<Value = Wish> {
    leaf().prop_recursive(2, 5, 3, |inner| {
        prop_oneof![
            3 => prop::collection::vec(inner.clone(), 2..4).prop_map(Wish::Any),
            2 => prop::collection::vec(inner.clone(), 2..4).prop_map(Wish::All),
            1 => inner.clone().prop_map(|w| Wish::Not(Box::new(w))),
            1 => (inner.clone(), inner.clone())
                .prop_map(|(a, b)| Wish::Held { from: Box::new(a), until: Box::new(b) }),
            1 => inner.clone().prop_map(|w| Wish::UntilLow(Box::new(w))),
            1 => inner.prop_map(|w| Wish::After { lit: Box::new(w), seconds: 30.0 }),
        ]
    })
}

fn light() -> impl Strategy<Value = Light> {
    let draws = prop_oneof![
        2 => Just(LightKind::Regulated { cut_in_v: Some(11.0) }),
        1 => Just(LightKind::Strip { forward_v: Some(9.0) }),
        1 => Just(LightKind::Incandescent {}),
    ];
    let lead = prop_oneof![
        2 => Just(None),
        1 => Just(Some(LampLead { ends: LampEnd::Bare, length_m: Some(0.4), wire: None })),
        1 => Just(Some(LampLead { ends: LampEnd::Plug, length_m: Some(0.3), wire: None })),
    ];
    let place = prop::sample::select(vec![
        LampPlace::Front,
        LampPlace::Sides,
        LampPlace::Rear,
        LampPlace::RearLeft,
        LampPlace::Roof,
    ]);
    let leads = (any::<bool>(), any::<bool>(), any::<bool>());
    let old = prop::option::weighted(0.3, 5.0..60.0f64);
    (1..4u32, draws, lead, place, 2.0..30.0f64, (leads, old)).prop_map(
        |(count, draws, lead, place, watt, (leads, old_w))| {
            let (is_reversed, has_sync_lead, has_pattern_lead) = leads;
            let mut light = LampCircuit::starter(CircuitId::from("c"), "").lights.remove(0);
            light.count = count;
            light.draws = draws;
            light.lead = lead;
            light.place = Some(place);
            light.label_w = Some(watt.round());
            light.is_reversed = is_reversed;
            light.has_sync_lead = has_sync_lead;
            light.has_pattern_lead = has_pattern_lead;
            light.backlight = None::<Backlight>;
            light.stays = old_w.is_none() && light.label_w.is_some_and(|w| w % 4.0 == 0.0);
            light.replaces = old_w.map(|w| OldLamp { label_w: Some(w), ..OldLamp::default() });
            light
        },
    )
}

fn section() -> impl Strategy<Value = Section> {
    let ends = prop_oneof![
        2 => Just((Waypoint::Pass, None)),
        1 => Just((Waypoint::Fuse, None)),
        1 => Just((Waypoint::Control, None)),
        1 => Just((Waypoint::Connector, None)),
        2 => Just((Waypoint::Connector, Some("p1"))),
    ];
    let zone = prop::sample::select(vec![Zone::EngineBay, Zone::Cab, Zone::Underbody]);
    (ends, zone, 0.2..4.0f64, 0..3u32).prop_map(|((ends_at, plug), zone, m, beside)| Section {
        length_m: Some(m),
        plug: plug.map(PlugId::from),
        beside,
        ..Section::unmeasured("section", zone, ends_at)
    })
}

fn back() -> impl Strategy<Value = Section> {
    section().prop_map(|s| match s.ends_at {
        Waypoint::Fuse | Waypoint::Control => Section { ends_at: Waypoint::Pass, ..s },
        _ => s,
    })
}

fn circuit() -> impl Strategy<Value = LampCircuit> {
    let kind = prop::sample::select(vec![
        None,
        Some(ControlKind::Switch),
        Some(ControlKind::Relay),
        Some(ControlKind::Diodes),
        Some(ControlKind::SignalRelays),
        Some(ControlKind::ChangeOver),
        Some(ControlKind::Controller),
    ]);
    let feed = prop_oneof![
        3 => Just(Some(Feed::Battery {})),
        1 => Just(Some(Feed::Auxiliary {})),
        1 => (0..4usize).prop_map(|i| Some(Feed::TieIn { factory: FactoryId(SIGNALS[i].0.into()) })),
        1 => Just(Some(Feed::TieIn { factory: FactoryId(POSITION.into()) })),
        1 => (0..4usize).prop_map(|i| Some(Feed::Plug { factory: FactoryId(SIGNALS[i].0.into()) })),
        1 => Just(None),
    ];
    let by = prop::sample::select(vec![
        ReturnKind::ChassisStud,
        ReturnKind::GroundBus,
        ReturnKind::BatteryNegative,
        ReturnKind::PlugGround,
    ]);
    (
        wish(),
        kind,
        feed,
        prop::collection::vec(light(), 1..3),
        prop::collection::vec(section(), 0..5),
        prop::collection::vec(back(), 0..3),
        by,
        prop::option::weighted(0.1, Just(Flash { hz: 1.5, duty: 0.5 })),
    )
        .prop_map(|(lit, kind, feed, lights, supply, back, return_by, flasher)| {
            let mut c = LampCircuit::starter(CircuitId::from("c"), "Lamps");
            c.lit = lit;
            c.control.kind = kind;
            c.control.flasher = flasher;
            c.feed = feed;
            c.lights = lights;
            c.run.supply = supply;
            c.run.back = back;
            // Some part at the path's end, some go from lamp to lamp, some lengths were not measured.
            c.run.to_lamps = match (c.run.supply.len(), c.run.back.len()) {
                (2 | 4, n) => Some(ToLamps {
                    spread: if n == 1 { Spread::Chain } else { Spread::Star },
                    each: [Some(0.7), None, Some(1.6)].map(|length_m| ToLamp { length_m }).to_vec(),
                    zone: None,
                }),
                _ => None,
            };
            // Of some that stay their own ground is kept, some others are joined to one.
            let joins = c.lights.iter().all(|l| l.stays)
                || c.lights[0].label_w.is_some_and(|w| w % 5.0 == 0.0);
            c.run.return_by = if joins { ReturnKind::FactoryGround } else { return_by };
            c
        })
}

/// A body on which some ways part at a connector.
fn body() -> impl Strategy<Value = Option<Skeleton>> {
    let bodies = prop::sample::select(vec![
        BodyKind::ChassisCab,
        BodyKind::Pickup,
        BodyKind::Van,
        BodyKind::SmallOffroad,
    ]);
    let laid = (bodies, prop::collection::vec(any::<prop::sample::Index>(), 0..4)).prop_map(
        |(body, parted)| {
            let mut skeleton = Skeleton { body, ..Skeleton::default() };
            let ways = Graph::new(&skeleton).ways;
            for pick in parted {
                let id = ways[pick.index(ways.len())].id.clone();
                if skeleton.ways.iter().all(|w| w.id != id) {
                    let passage = Some(Passage::Connector);
                    skeleton.ways.push(WayFact { id, passage, ..WayFact::default() });
                }
            }
            Some(skeleton)
        },
    );
    prop_oneof![Just(None), laid]
}

/// A job of one to four circuits.
pub fn job() -> impl Strategy<Value = Job> {
    let isolation = prop::sample::select(vec![
        None,
        Some(Isolation::VoltageSensing),
        Some(Isolation::DiodeIsolator),
        Some(Isolation::DcDc),
    ]);
    let system = prop::sample::select(vec![WireSystem::Metric, WireSystem::Awg, WireSystem::Sae]);
    let joint = prop::sample::select(vec![
        JointPractice::Crimp,
        JointPractice::Solder,
        JointPractice::Tap,
        JointPractice::PlugIn,
    ]);
    let block =
        prop::sample::select(vec![None, None, Some(FuseBlock::Live), Some(FuseBlock::Keyed)]);
    let facts = (any::<bool>(), block);
    (prop::collection::vec(circuit(), 1..5), body(), isolation, (system, joint), facts).prop_map(
        |(circuits, skeleton, isolation, (system, joint), (is_ground_switched, block))| {
            let mut job = Job::new("R1", "by chance");
            job.supply.battery.capacity_ah = Some(70.0);
            job.supply.auxiliary =
                isolation.map(|isolation| Auxiliary { isolation, ..Auxiliary::default() });
            job.shop.wire_system = system;
            job.shop.joint = joint;
            job.shop.fuse_block = block;
            job.factory = SIGNALS.iter().map(|(id, s, of)| wire(id, *s, *of)).collect();
            if is_ground_switched {
                job.factory[3].switched = SwitchedSide::Minus;
                job.factory[3].probe = Probe { on_v: Some(0.1), off_v: Some(12.5) };
            }
            job.factory.push(FactoryCircuit {
                kind: FactoryKind::FusePosition,
                survey: Some(FuseSurvey {
                    first_key_on_v: Some(12.4),
                    first_key_off_v: Some(0.0),
                    has_no_second: true,
                    ..FuseSurvey::default()
                }),
                length_m: None,
                existing_a: None,
                ..wire(POSITION, Signal::Ignition, VehicleSide::Own)
            });
            for (id, kind) in [
                ("on-off", SwitchKind::OnOff),
                ("push", SwitchKind::Momentary),
                ("dim", SwitchKind::Dimmer),
            ] {
                job.switches.push(Switch { id: SwitchId(id.into()), name: id.into(), kind });
            }
            for (k, mut c) in circuits.into_iter().enumerate() {
                c.id = CircuitId(format!("c{k}"));
                c.name = format!("Lamps {k}");
                for (n, light) in c.lights.iter_mut().enumerate() {
                    light.id = LightId(format!("c{k}-l{n}"));
                    light.name = format!("Lamp {n}");
                }
                c.sites = skeleton.is_some().then(Sites::default);
                c.control.lit_switch = (k + c.lights.len()).is_multiple_of(2);
                job.circuits.push(c);
            }
            job.skeleton = skeleton;
            job.housings = housings(&job);
            job
        },
    )
}

/// The first lamps of all circuits in one housing, the second ones in another: with a ground that they share, or without.
fn housings(job: &Job) -> Vec<Housing> {
    let even = |l: &Light, by: f64| l.label_w.is_some_and(|w| w % by == 0.0);
    let first = &job.circuits[0].lights[0];
    if !even(first, 2.0) {
        return Vec::new();
    }
    let ends = |l: &Light| l.lead.map(|l| l.ends).unwrap_or_default();
    let of = |number: u32| Housing {
        id: HousingId(format!("h{number}")),
        name: "Rear lamp".into(),
        lamps: job
            .circuits
            .iter()
            .map(|c| &c.lights[0])
            .filter(|l| l.count > number && ends(l) == ends(first))
            .map(|l| HousedLamp { light: l.id.clone(), number, lead_colour: None })
            .collect(),
        ground: (!even(first, 6.0)).then(|| HousingGround {
            by: match job.circuits[0].run.return_by {
                ReturnKind::FactoryGround => ReturnKind::ChassisStud,
                by => by,
            },
            length_m: Some(0.7 + f64::from(number)),
            zone: None,
        }),
    };
    [of(0), of(1)].into_iter().filter(|h| !h.lamps.is_empty()).collect()
}
