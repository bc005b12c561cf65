//! Each finding is raised by a job that deserves it and gone once its remedy is done. One arm a code: a new rule
//! does not compile without its pair. Jobs are invented; thresholds are checked where each rule has its own test.

use crate::common::bench::{job as bench, not, switch, wire, with};
use crate::laid::fork_outside;
use jovek_core::answers::assess;
use jovek_core::catalog::conductor::Conductor;
use jovek_core::catalog::fuse::FuseFamily;
use jovek_core::finding::FindingCode as Code;
use jovek_core::job::{
    BodyKind, BulbPlace, CircuitId, ConnectorKind, ControlKind, DropLimit, Edge, FactoryKind, Feed,
    Flash, FuseBlock, Hazard, HiddenSource, Job, KitHarness, LampColour, LampPlace, LampRole,
    LedBulb, LightId, LightKind, LoadResistor, MadeFor, MeasuredDraw, OutputKind, Override,
    Passage, PlaceId, PutOn, Region, ResistorSeat, Screw, Signal, Sites, Skeleton, Strip,
    StripColours, StripFeed, SupplyState, SwapFunction, Switch, SwitchId, SwitchKind,
    SystemVoltage, TrailerLink, VehicleSide, Watcher, WayFact, WayId, WireReading, Wish,
};
use strum::IntoEnumIterator;

fn demo(unit: &str) -> Job {
    crate::common::demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

/// A job with its trouble, and the same with the remedy done.
type Pair = (Job, Job);

/// The same job twice, the first with something done to it.
fn but(sound: Job, trouble: impl FnOnce(&mut Job)) -> Pair {
    let mut job = sound.clone();
    trouble(&mut job);
    (job, sound)
}

/// The same job twice, the second with something done to it.
fn mended(job: Job, remedy: impl FnOnce(&mut Job)) -> Pair {
    let mut sound = job.clone();
    remedy(&mut sound);
    (job, sound)
}

fn forced<T>(value: T) -> Option<Override<T>> {
    Some(Override { value, reason: "as tried".into() })
}

/// Wires that are laid: a pickup with strips at its rear, one way looked at.
fn laid(fact: WayFact) -> Pair {
    let mut sound = bench(&[], switch("on-off"), None);
    sound.skeleton = Some(Skeleton { body: BodyKind::Pickup, ..Skeleton::default() });
    let circuit = &mut sound.circuits[0];
    circuit.lights[0].draws = LightKind::Strip { forward_v: Some(9.0) };
    circuit.lights[0].place = Some(LampPlace::Rear);
    circuit.sites = Some(Sites::default());
    // The left rail is free of trouble and short: the best way, with the trouble and without.
    let rail = WayFact {
        id: WayId::from("rail_lm-rail_lr"),
        length_m: Some(0.1),
        hazards: Some(Vec::new()),
        ..WayFact::default()
    };
    sound.skeleton.as_mut().unwrap().ways = vec![rail.clone()];
    but(sound, |job| {
        let fact = WayFact { id: rail.id, length_m: Some(0.1), ..fact };
        job.skeleton.as_mut().unwrap().ways = vec![fact];
    })
}

fn hazard(hazard: Hazard) -> Pair {
    laid(WayFact { hazards: Some(vec![hazard]), ..WayFact::default() })
}

fn passage(passage: Passage) -> Pair {
    laid(WayFact { passage: Some(passage), ..WayFact::default() })
}

/// Lamps on a tie-in to a parking lamp wire whose output behaves so.
fn tied(output: OutputKind) -> Pair {
    let mut sound = bench(&[("park", Signal::Parking)], with(Signal::Parking), None);
    sound.circuits[0].lights[0].label_w = Some(5.0);
    sound.circuits[0].feed = Some(Feed::TieIn { factory: "park".into() });
    but(sound, |job| job.factory[0].output = output)
}

/// A starter whose light hides 40 mm behind a stop of some height.
fn hidden(stop_mm: f64) -> Job {
    let mut job = Job::starter("hidden");
    job.circuits[0].lights[0].hidden = Some(HiddenSource { behind_mm: 40.0, stop_mm });
    job
}

fn strip(length_m: f64) -> Job {
    let mut job = Job::starter("s");
    let light = &mut job.circuits[0].lights[0];
    light.count = 1;
    light.draws = LightKind::Strip { forward_v: Some(9.0) };
    light.made_for = MadeFor::V12;
    let edge = Edge { name: "rail".into(), length_m, ..Edge::default() };
    light.strip = Some(Strip { edges: vec![edge], watt_per_m: Some(14.4), ..Strip::default() });
    job
}

/// A circuit with a switch of its own, all its lengths measured.
fn plain(power_w: f64) -> Job {
    let mut job = bench(&[], Wish::OwnSwitch, None);
    job.circuits[0].lights[0].label_w = Some(power_w);
    job.supply.battery.internal_mohm = Some(6.0);
    job.supply.alternator.regulated_v = Some(14.2);
    job.supply.alternator.rated_a = Some(120.0);
    job.supply.alternator.idle_a = Some(70.0);
    for section in &mut job.circuits[0].run.supply {
        section.length_m = Some(0.15);
        section.ambient_c = Some(30.0);
    }
    for section in &mut job.circuits[0].run.back {
        section.length_m = Some(0.3);
        section.ambient_c = Some(30.0);
    }
    job
}

/// Lamps of 40 W each on a harness from a box that carries them; what is changed on it.
fn boxed(change: impl Fn(&mut KitHarness)) -> Pair {
    let mut sound = plain(40.0);
    sound.circuits[0].kit = Some(KitHarness {
        name: "two-lamp harness".into(),
        wire: Some(Conductor::Metric(250)),
        fuse_a: Some(15.0),
        length_m: Some(3.0),
        relay_a: Some(30.0),
        switch_a: Some(3.0),
    });
    but(sound, |job| job.circuits[0].kit.iter_mut().for_each(&change))
}

/// The pair of a code; none where no job that can be read raises it.
fn pair(code: Code) -> Option<Pair> {
    let thin = Conductor::Metric(100);
    Some(match code {
        Code::AlongALine => hazard(Hazard::BrakeLine),
        Code::BelowTheFrame => hazard(Hazard::BelowFrame),
        Code::NearAirbag => hazard(Hazard::Airbag),
        Code::NearHeat => hazard(Hazard::Heat),
        Code::NearMoving => hazard(Hazard::Moving),
        Code::SharpEdge => hazard(Hazard::SharpEdge),
        Code::GrommetFull => passage(Passage::Grommet { bore_mm: Some(2.0) }),
        Code::DePin => passage(Passage::Grommet { bore_mm: Some(19.0) }),
        Code::NewHole => passage(Passage::NewHole),
        Code::Hinge => passage(Passage::Hinge),
        Code::NoPath => but(laid(WayFact::default()).1, |job| {
            let only = WayId::from("rail_lr-rear_left");
            let fact = WayFact { id: only, is_forbidden: true, ..WayFact::default() };
            job.skeleton.as_mut().unwrap().ways.push(fact);
        }),
        Code::NoSuchPlace => but(fork_outside(0.5), |job| {
            job.circuits[0].sites.as_mut().unwrap().ground = Some(PlaceId::from("moon"));
        }),
        Code::SpliceInTheWet => (fork_outside(2.0), fork_outside(0.5)),
        Code::SplitterInTheWet => but(
            {
                let mut job = fork_outside(0.5);
                let dry = strip(2.0);
                job.circuits[0].lights = dry.circuits[0].lights.clone();
                job
            },
            |job| {
                let strip = job.circuits[0].lights[0].strip.as_mut().unwrap();
                strip.splitter = Some(PlaceId::from("fork"));
            },
        ),
        Code::StripFades => but(strip(5.0), |job| {
            job.circuits[0].lights[0].strip.as_mut().unwrap().feed = Some(StripFeed::OneEnd);
        }),
        Code::NoStripFits => (strip(0.02), strip(1.0)),
        // By hand: an eye of 1.6 m at 2 m over a source at 0.6 m looks down by 1 in 2; 40 mm behind wants a stop of 20.
        Code::SourceShows => (hidden(19.0), hidden(20.0)),
        Code::ScrewDepth => but(Job::starter("s"), |job| {
            let screw = Screw { length_mm: 25.0, through_mm: 9.0, behind_mm: Some(10.0) };
            job.circuits[0].lights[0].screw = Some(screw);
        }),
        Code::AlternatorAtIdle => but(plain(50.0), |job| job.supply.alternator.idle_a = Some(30.0)),
        Code::Assumed => mended(plain(10.0), |job| {
            job.circuits[0].lights[0].draws = LightKind::Regulated { cut_in_v: Some(10.5) };
        }),
        Code::BelowFloor => {
            // Each tie-in is right alone; together they pull the factory wire down, and no wire was left to choose.
            let mut sound = tied(OutputKind::Plain).1;
            sound.factory[0].length_m = Some(4.0);
            sound.circuits[0].lights[0].label_w = Some(3.0);
            sound.circuits[0].lights[0].least_v = Some(11.6);
            sound.circuits[0].overrides.wire = forced(Conductor::Metric(250));
            but(sound, |job| {
                for id in ["c2", "c3", "c4"] {
                    let mut other = job.circuits[0].clone();
                    other.id = CircuitId::from(id);
                    other.lights[0].id = LightId(format!("{id}-l1"));
                    job.circuits.push(other);
                }
            })
        }
        Code::LampVoltage => but(plain(10.0), |job| {
            job.vehicle.system = SystemVoltage::V24;
            job.supply.alternator.regulated_v = None;
            job.circuits[0].lights[0].made_for = MadeFor::V12;
        }),
        Code::LabelAgainstMeasured => but(plain(40.0), |job| {
            job.circuits[0].lights[0].measured =
                Some(MeasuredDraw { amps: 1.5, volts: 12.6, ..MeasuredDraw::default() });
        }),
        Code::LampReadsAsOther => but(plain(20.0), |job| {
            let light = &mut job.circuits[0].lights[0];
            light.measured = Some(MeasuredDraw { amps: 1.4, volts: 11.9, of_all: false });
            light.measured_also = vec![MeasuredDraw { amps: 1.8, volts: 14.4, of_all: false }];
        }),
        Code::KitTooShort => boxed(|kit| kit.length_m = Some(0.2)),
        Code::KitPartTooWeak => boxed(|kit| kit.relay_a = Some(5.0)),
        Code::KitUnread => boxed(|kit| kit.fuse_a = None),
        Code::NoLights => but(plain(10.0), |job| job.circuits[0].lights.clear()),
        Code::LampsFade => but(plain(60.0), |job| {
            job.circuits[0].lights[0].draws = LightKind::Regulated { cut_in_v: Some(11.5) };
            job.circuits[0].run.supply[2].length_m = Some(8.0);
            job.circuits[0].overrides.wire = forced(thin);
        }),
        Code::LineTooWeak => but(plain(250.0), |job| {
            job.circuits[0].lights[0].draws = LightKind::Regulated { cut_in_v: Some(9.0) };
            job.circuits[0].run.supply[2].length_m = Some(60.0);
            job.circuits[0].overrides.wire = forced(thin);
        }),
        Code::LampsDark => but(plain(10.0), |job| {
            job.circuits[0].lights[0].draws = LightKind::Strip { forward_v: None };
            job.circuits[0].lights[0].made_for = MadeFor::V24;
        }),
        Code::RelaySavesCopper => {
            // To both sides by way of the dash, or right from the battery.
            let mut job = bench(&[], Wish::OwnSwitch, Some(ControlKind::Switch));
            job.skeleton = Some(Skeleton { body: BodyKind::Pickup, ..Skeleton::default() });
            let circuit = &mut job.circuits[0];
            circuit.drop = Some(DropLimit::ThreePercent);
            circuit.lights[0].label_w = Some(60.0);
            circuit.lights[0].place = Some(LampPlace::Sides);
            circuit.sites = Some(Sites::default());
            mended(job, |job| job.circuits[0].control.kind = Some(ControlKind::Relay))
        }
        Code::NoKeyWire => {
            let mut job = bench(&[("ign", Signal::Ignition)], Wish::OwnSwitch, None);
            let mut second = job.circuits[0].clone();
            second.id = CircuitId::from("c2");
            second.lights[0].id = LightId::from("l2");
            job.circuits.push(second);
            job.shop.fuse_block = Some(FuseBlock::Keyed);
            but(job, |job| job.factory.clear())
        }
        Code::ResetsByItself => mended(
            but(plain(20.0), |job| job.shop.fuse_family = FuseFamily::SelfResettingBreaker).0,
            |job| job.shop.fuse_family = FuseFamily::ManualBreaker,
        ),
        Code::DropTooLarge => mended(
            but(plain(20.0), |job| {
                job.circuits[0].drop = Some(DropLimit::ThreePercent);
                job.circuits[0].run.supply[2].length_m = Some(8.0);
                job.circuits[0].overrides.wire = forced(thin);
            })
            .0,
            |job| job.circuits[0].overrides.wire = None,
        ),
        Code::WornContacts => but(plain(60.0), |job| {
            let sound = assess(job);
            let low =
                sound.circuits[0].volt_lines.iter().find(|l| l.state == SupplyState::LowBattery);
            // Enough with sound contacts, by a hair.
            job.circuits[0].lights[0].least_v = Some(low.unwrap().lamp_v - 0.01);
        }),
        Code::WireTooThin => mended(
            but(plain(5.0), |job| job.circuits[0].overrides.wire = forced(Conductor::Metric(35))).0,
            |job| job.circuits[0].overrides.wire = None,
        ),
        Code::WireBelowFuse => but(plain(10.0), |job| {
            job.circuits[0].overrides.wire = forced(thin);
            job.circuits[0].overrides.fuse_a = forced(40.0);
        }),
        Code::ShortNotCleared => but(plain(0.5), |job| {
            job.circuits[0].run.supply[2].length_m = Some(60.0);
            job.circuits[0].overrides.wire = forced(thin);
            job.circuits[0].overrides.fuse_a = forced(15.0);
        }),
        Code::NoFuse => but(plain(10.0), |job| {
            job.circuits[0].lights[0].count = 200;
            job.circuits[0].lights[0].label_w = Some(500.0);
        }),
        Code::FuseBelowLoad => {
            but(plain(40.0), |job| job.circuits[0].overrides.fuse_a = forced(5.0))
        }
        Code::ChannelOverloaded => {
            let mut sound = strip(3.0);
            let mixed = sound.circuits[0].lights[0].strip.as_mut().unwrap();
            // 43.2 W at 12 V over three channels: 1.2 A each.
            (mixed.colours, mixed.channel_a) = (Some(StripColours::Rgb), Some(2.0));
            but(sound, |job| {
                job.circuits[0].lights[0].strip.as_mut().unwrap().channel_a = Some(1.0);
            })
        }
        Code::NoSuchFuse => but(plain(10.0), |job| job.circuits[0].overrides.fuse_a = forced(33.0)),
        Code::FuseFarFromBattery => {
            let at = |m| {
                let mut job = plain(10.0);
                job.circuits[0].run.supply[0].length_m = Some(m);
                job
            };
            (at(0.6), at(0.1))
        }
        Code::ContactOverloaded => mended(
            but(plain(60.0), |job| job.circuits[0].control.kind = Some(ControlKind::Switch)).0,
            |job| job.circuits[0].control.kind = None,
        ),
        Code::TerminalTooSmall => {
            but(plain(10.0), |job| job.circuits[0].overrides.wire = forced(Conductor::Metric(1600)))
        }
        Code::ThinLead => but(
            but(plain(180.0), |job| job.circuits[0].control.kind = Some(ControlKind::Relay)).0,
            |job| job.circuits[0].control.lead_fuse = Some(false),
        ),
        Code::BothBeams => {
            let mut sound = bench(&[("low", Signal::LowBeam)], with(Signal::LowBeam), None);
            sound.circuits[0].lights[0].count = 1;
            sound.circuits[0].lights[0].draws = LightKind::Incandescent {};
            sound.circuits[0].lights[0].role = Some(LampRole::Headlamp);
            let mut right = sound.circuits[0].clone();
            right.id = CircuitId::from("right");
            right.lights[0].id = LightId::from("right-l1");
            sound.circuits.push(right);
            but(sound, |job| {
                job.circuits.pop();
                job.circuits[0].lights[0].count = 2;
            })
        }
        Code::HotRelay => but(plain(100.0), |job| {
            for section in &mut job.circuits[0].run.supply {
                section.ambient_c = Some(125.0);
            }
        }),
        Code::TooHot => but(plain(10.0), |job| {
            job.circuits[0].run.supply[1].ambient_c = Some(130.0);
        }),
        Code::LeftOn => mended(plain(100.0), |job| {
            let wish = Wish::OnlyWhile {
                lit: Box::new(Wish::OwnSwitch),
                condition: Box::new(Wish::With(Signal::Ignition)),
            };
            job.circuits[0].lit = wish;
            job.factory.push(wire("ign", Signal::Ignition, VehicleSide::Own));
        }),
        Code::DimmedDriver | Code::ModuleOverloaded => {
            let mut sound = bench(&[], switch("knob"), None);
            let (id, kind) = (SwitchId("knob".into()), SwitchKind::Dimmer);
            sound.switches.push(Switch { id, name: "knob".into(), kind });
            sound.circuits[0].lights[0].draws = LightKind::Strip { forward_v: Some(9.0) };
            but(sound, |job| {
                let light = &mut job.circuits[0].lights[0];
                light.draws = LightKind::Regulated { cut_in_v: None };
                light.label_w = Some(200.0);
            })
        }
        Code::FlashesTwice => {
            let mut sound = bench(&[], switch("on-off"), None);
            sound.circuits[0].control.flasher = Some(Flash { hz: 1.5, duty: 0.5 });
            but(sound, |job| {
                job.circuits[0].lights[0].flash = Some(Flash { hz: 2.0, duty: 0.3 });
            })
        }
        Code::NeverLit => {
            let park = || with(Signal::Parking);
            let sound = bench(&[("park", Signal::Parking)], park(), None);
            but(sound, |job| job.circuits[0].lit = Wish::All(vec![park(), not(park())]))
        }
        Code::LitAtRest => {
            let sound = bench(&[("park", Signal::Parking)], with(Signal::Parking), None);
            but(sound, |job| job.circuits[0].lit = not(with(Signal::Parking)))
        }
        Code::DoesNotFollow => mended(bench(&[], with(Signal::Reverse), None), |job| {
            job.factory.push(wire("rev", Signal::Reverse, VehicleSide::Own));
        }),
        Code::FeedUnfit | Code::FactoryFuseFull => {
            but(tied(OutputKind::Plain).1, |job| job.factory[0].existing_a = Some(14.5))
        }
        Code::FeedOverruled => mended(demo("58"), |job| job.circuits[1].feed = None),
        Code::PulsedOutput => tied(OutputKind::Pulsed),
        Code::WatchedOutput => tied(OutputKind::Monitored),
        Code::UnknownOutput => tied(OutputKind::Unknown),
        Code::TrailerTakenForConnected => {
            let mut sound = tied(OutputKind::Plain).1;
            sound.factory[0].kind = FactoryKind::TrailerSocket;
            sound.circuits[0].lights[0].count = 1;
            sound.circuits[0].lights[0].label_w = Some(1.0);
            but(sound, |job| job.circuits[0].lights[0].label_w = Some(10.0))
        }
        Code::FoundWire => but(demo("T3"), |job| {
            let wires = &mut job.trailer.as_mut().unwrap().wires;
            wires[0].readings.push(WireReading { on: PutOn::Nothing, v: 12.2 });
        }),
        Code::TowedLamps => {
            let mut sound = demo("31");
            sound.circuits.retain(|c| !c.id.0.starts_with("stop"));
            for (id, signal) in [("left", Signal::Left), ("right", Signal::Right)] {
                let circuit = sound.circuits.iter_mut().find(|c| c.id.0 == id).unwrap();
                let brake = Wish::With(Signal::Brake);
                circuit.lit = Wish::Any(vec![Wish::With(signal), brake, Wish::Towing(signal)]);
                circuit.lights[0].colour = Some(LampColour::Red);
                circuit.lights[0].role = Some(LampRole::Turn);
            }
            sound.factory.retain(|f| f.id.0 != "tow-brake");
            let bare = TrailerLink::new(ConnectorKind::Flat4, ConnectorKind::Flat4);
            let mut towed = sound.trailer.as_ref().unwrap().towed.clone().unwrap();
            (towed.brakes_itself, towed.is_stop_cut) = (true, true);
            sound.trailer = Some(TrailerLink { towed: Some(towed), ..bare });
            but(sound, |job| {
                job.trailer.as_mut().unwrap().towed.as_mut().unwrap().is_stop_cut = false;
            })
        }
        Code::TowDrain => but(demo("31"), |job| {
            job.trailer.as_mut().unwrap().towed.as_mut().unwrap().hours = Some(10.0);
        }),
        Code::RoadRule => {
            let mut sound = demo("14");
            sound.lighting.permits.clear();
            sound.lighting.region = Some(Region::Us);
            let paint = |job: &mut Job, colour| {
                for light in job.circuits.iter_mut().flat_map(|c| &mut c.lights) {
                    if light.role == Some(LampRole::Warning) {
                        light.colour = Some(colour);
                    }
                }
            };
            paint(&mut sound, LampColour::Amber);
            but(sound, |job| paint(job, LampColour::Red))
        }
        Code::Swap => {
            let led = LedBulb {
                watt: 3.0,
                flux_lm: None,
                takes_either_polarity: false,
                is_monitored_type: false,
            };
            let place = BulbPlace {
                place: "rear".into(),
                bulb: "P21W".into(),
                is_second_filament: false,
                count: 1,
                led: Some(led),
            };
            let watched =
                Watcher::Module { least_a: None, has_cold_pulses: false, duty: None, coding: None };
            let mut job = plain(10.0);
            job.swaps = vec![SwapFunction::new("Stop lamps", Signal::Brake, vec![place], watched)];
            mended(job, |job| {
                let resistor = LoadResistor { ohm: 8.0, seat: ResistorSeat::BareMetal };
                job.swaps[0].resistor = Some(resistor);
            })
        }
        Code::SwapResistor => {
            let mut sound = demo("22");
            let seated = |seat| Some(LoadResistor { ohm: 22.0, seat });
            sound.swaps[0].resistor = seated(ResistorSeat::BareMetal);
            but(sound, |job| job.swaps[0].resistor = seated(ResistorSeat::Plastic))
        }
        // Every device passes through the origin and the solver follows it: kept for what nobody thought of.
        Code::NoSteadyState => return None,
    })
}

#[test]
fn each_finding_is_raised_and_silenced_by_its_remedy() {
    let mut wrong = Vec::new();
    for code in Code::iter() {
        let Some((troubled, sound)) = pair(code) else { continue };
        let told = |job: &Job| assess(job).findings.iter().filter(|f| f.code == code).count();
        // A vehicle passes other hot and moving parts too: there the one looked at is gone.
        let is_of_ways = matches!(code, Code::NearHeat | Code::NearMoving | Code::NewHole);
        match (told(&troubled), told(&sound)) {
            (0, _) => wrong.push(format!("{code:?} is not raised")),
            (n, left) if left > 0 && (!is_of_ways || left >= n) => {
                wrong.push(format!("{code:?} stays"));
            }
            _ => {}
        }
        // Either job can be written and read again: no finding needs a job that nobody can have.
        for job in [&troubled, &sound] {
            if let Err(refused) = Job::read(&job.write()) {
                wrong.push(format!("{code:?}: {refused}"));
            }
        }
    }
    assert!(wrong.is_empty(), "{wrong:#?}");
}
