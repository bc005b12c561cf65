//! Every expected reading is right for a sound build, wherever within its fair range it lies, and is off where the
//! fault is that it is for. Tried on simulated vehicles with a simulated meter.

use crate::any_job::with_jobs;
use crate::common::demo_jobs;
use crate::meter::{Real, Vehicle, tolerance};
use jovek_core::answers::assess;
use jovek_core::base::grade::Grade;
use jovek_core::circuit::Device;
use jovek_core::job::{Job, Reading};
use jovek_core::plan::chain::LinkKind;
use jovek_core::plan::network::parts::{PartKind, PartRef};
use jovek_core::plan::study::study;
use jovek_core::proof::prove;
use jovek_core::prove::{Check, SEQUENCE};
use std::sync::Mutex;
use std::sync::atomic::{AtomicUsize, Ordering};

/// Sound vehicles: every corner of what may differ, and as planned.
fn sound() -> Vec<Real> {
    let mut out = vec![Real::AS_PLANNED];
    for charge_percent in [55.0, 98.0] {
        for (joints, assumed) in [(0.3, 0.5), (1.5, 2.0), (0.3, 2.0), (1.5, 0.5)] {
            for lamps in [0.9, 1.1] {
                out.push(Real { charge_percent, joints, lamps, assumed });
            }
        }
    }
    out
}

/// The job after the readings that stand first on its sheet.
fn with_battery_read(job: &Job, vehicle: &mut Vehicle, sign: f64) -> Job {
    let mut read = job.clone();
    for check in ["battery.rest_v"] {
        let Some(value) = vehicle.read(check, None) else { continue };
        read.readings.push(Reading {
            check: check.into(),
            value: value + sign * tolerance(check, value),
            at: "2026-03-02T08:00:00Z".into(),
            by: "Ines".into(),
        });
    }
    read
}

fn window(check: &Check) -> String {
    format!("{:.3} to {:.3}", check.low, check.high)
}

/// Readings of sound vehicles that would be called off.
fn wrongly_off(job: &Job, reals: &[Real]) -> Vec<String> {
    let study = study(job);
    let mut out = Vec::new();
    // Lamps that no longer light at twice the length that was guessed are no sound build.
    let tries: Vec<Check> =
        assess(job).checks.into_iter().filter(|c| c.id.0.starts_with(SEQUENCE)).collect();
    let lights = |real: &Real| {
        let mut vehicle = Vehicle::new(job, &study, *real);
        tries.iter().all(|c| vehicle.read(&c.id.0, None) != Some(0.0))
    };
    if !sound().iter().all(lights) {
        return out;
    }
    for real in reals {
        let mut vehicle = Vehicle::new(job, &study, *real);
        for (is_read, sign) in [(false, 1.0), (true, 1.0), (true, -1.0)] {
            let known =
                if is_read { with_battery_read(job, &mut vehicle, sign) } else { job.clone() };
            for check in assess(&known).checks {
                let of = check.id.0.rsplit_once('.').map_or("", |(of, _)| of).to_owned();
                let circuit = study.circuits.iter().position(|c| c.chain.id.0 == of);
                let states = circuit
                    .map_or(vec![None], |c| vehicle.lit_with(c).into_iter().map(Some).collect());
                for a in states {
                    let Some(value) = vehicle.read(&check.id.0, a) else { continue };
                    // The battery was read with the same meter: it errs the same way there and here.
                    let shown = value + sign * tolerance(&check.id.0, value);
                    if shown < check.low - 0.006 || shown > check.high + 0.006 {
                        let window = window(&check);
                        out.push(format!(
                            "{} {shown:.3}, {window}, {real:?}, read {is_read}",
                            check.id
                        ));
                    }
                }
            }
        }
    }
    out
}

#[test]
fn a_sound_build_of_the_demo_passes_all_its_readings() {
    for (unit, job) in demo_jobs() {
        let job = Job { readings: Vec::new(), ..job };
        let off = wrongly_off(&job, &sound());
        assert!(
            off.is_empty(),
            "unit {unit}: {} of them: {:#?}",
            off.len(),
            &off[..off.len().min(12)]
        );
    }
}

/// True where every wish is met and no wire is fed backwards.
fn proved(job: &Job) -> bool {
    let proof = prove(job, Vec::new());
    proof.wishes.iter().all(|w| w.missed == 0 && !w.is_dim)
        && proof.backfeeds.is_empty()
        && proof.buzzers.is_empty()
        && proof.unsolved.is_empty()
}

/// Random jobs that a shop would build: nothing on them is to be mended first. Calls with so many of them.
fn with_sound_jobs(count: usize, check: impl Fn(u64, &Job) + Sync) {
    let tried = AtomicUsize::new(0);
    with_jobs(14 * count as u64, |number, job| {
        let is_built = || assess(job).findings.iter().all(|f| f.grade > Grade::Fix) && proved(job);
        if tried.load(Ordering::Relaxed) < count && is_built() {
            tried.fetch_add(1, Ordering::Relaxed);
            check(number, job);
        }
    });
    let tried = tried.into_inner();
    assert!(tried >= count, "{tried} jobs were tried");
}

#[test]
fn a_sound_build_of_any_job_passes_all_its_readings() {
    with_sound_jobs(200, |number, job| {
        let off = wrongly_off(job, &[Real::AS_PLANNED, sound()[5], sound()[12]]);
        assert!(
            off.is_empty(),
            "job {number}: {} of them: {:#?}",
            off.len(),
            &off[..off.len().min(12)]
        );
    });
}

/// What a joint that has gone bad takes, as a part of the system voltage: lamps dim visibly.
const BAD_PART: f64 = 0.1;

/// The kinds of reading, each with the fault that it is for: true where the reading calls it off.
fn finds(job: &Job) -> (Vec<(String, bool)>, usize) {
    let study = study(job);
    let system_v = 12.0 * study.supply.batteries;
    let mut vehicle = Vehicle::new(job, &study, Real::AS_PLANNED);
    let known = with_battery_read(job, &mut vehicle, 0.0);
    let checks = assess(&known).checks;
    let (mut out, mut tried) = (Vec::new(), 0);
    for (c, studied) in study.circuits.iter().enumerate() {
        let chain = &studied.chain;
        let lamps_at = chain.links.iter().position(|l| l.kind == LinkKind::Lamps).unwrap();
        let fuse_at = chain.links.iter().position(|l| matches!(l.kind, LinkKind::Fuse { .. }));
        let Some(a) = vehicle.lit_with(c).first().copied() else { continue };
        let sound_a = vehicle.read(&format!("{}.current_a", chain.id), Some(a)).unwrap_or(0.0);
        // What draws next to nothing loses next to nothing, and a path that was guessed may hide a joint.
        let mut stretches = chain
            .wires()
            .flat_map(|(_, w)| &w.stretches)
            .chain(chain.leg_stretches().map(|(s, _)| s));
        if sound_a < 0.2 || stretches.any(|s| s.is_assumed && s.name != "lead") {
            continue;
        }
        tried += 1;
        let bad_ohm = BAD_PART * system_v / sound_a;
        let wires = |range: std::ops::Range<usize>| {
            range.filter(|&i| matches!(chain.links[i].kind, LinkKind::Wire(_))).collect::<Vec<_>>()
        };
        let back = wires(lamps_at..chain.links.len()).first().copied();
        // Lamps that hang on a signal's wire draw nothing through the feed.
        let is_fed_apart =
            chain.switching.as_ref().is_some_and(|s| !s.lamps_from.taps().is_empty());
        let control_at =
            chain.links.iter().position(|l| matches!(l.kind, LinkKind::Control { .. }));
        let shared_from = if is_fed_apart { control_at } else { fuse_at };
        let feed = wires(shared_from.map_or(0, |f| f + 1)..lamps_at).last().copied();
        let faults = [
            ("fuse_v", Some(0).filter(|_| !is_fed_apart)),
            ("source_v", None),
            ("lamp_v", feed),
            ("feed_v", feed),
            ("ground_v", back),
            ("ground_ohm", back),
        ];
        for (kind, link) in faults {
            let (Some(link), Some(check)) =
                (link, checks.iter().find(|k| k.id.0 == format!("{}.{kind}", chain.id)))
            else {
                continue;
            };
            let place = PartRef { circuit: Some(c), what: PartKind::Link(link) };
            let mut bad = Vehicle::new(job, &study, Real::AS_PLANNED);
            let elements: Vec<_> = bad
                .live
                .built
                .net
                .iter()
                .zip(&bad.live.built.places)
                .filter(|(_, p)| **p == place)
                .filter_map(|((id, e), _)| match e.device {
                    Device::Resistor(r) => Some((id, r.ohm)),
                    _ => None,
                })
                .collect();
            let Some(&(id, ohm)) = elements.first() else { continue };
            let more = if kind == "ground_ohm" { 5.0 } else { bad_ohm };
            bad.live.set(id, Device::ohm(ohm + more));
            // A driver that gives up, or a strip that takes less, leaves little drop to read: its current tells, or
            // the dark lamp.
            let current = format!("{}.current_a", chain.id);
            let lamps_a = bad.read(&current, Some(a)).unwrap_or(0.0);
            if lamps_a < 0.7 * sound_a {
                if let Some(check) = checks.iter().find(|k| k.id.0 == current) {
                    let text = format!("{current} {lamps_a:.2}, {}", window(check));
                    out.push((text, lamps_a < check.low || lamps_a < 0.3 * sound_a));
                }
                continue;
            }
            let Some(value) = bad.read(&check.id.0, Some(a)) else { continue };
            out.push((
                format!("{} {value:.3}, {}", check.id, window(check)),
                value < check.low || value > check.high,
            ));
        }
        // A feed that touches the frame behind its fuse.
        if let Some(check) = checks.iter().find(|k| k.id.0 == format!("{}.load_ohm", chain.id)) {
            let mut bad = Vehicle::new(job, &study, Real::AS_PLANNED);
            let node = bad.live.built.circuits[c].nodes[fuse_at.unwrap() + 1];
            bad.live.built.net.add(
                "chafed",
                node,
                jovek_core::circuit::NodeId::GROUND,
                Device::ohm(2.0),
            );
            let place = PartRef { circuit: None, what: PartKind::Battery };
            bad.live.built.places.push(place);
            let value = bad.read(&check.id.0, Some(a)).unwrap();
            out.push((format!("{} {value:.1}, {}", check.id, window(check)), value < check.low));
        }
        // Half its lamps.
        if let (true, Some(check)) = (
            chain.lamp_count() > 1,
            checks.iter().find(|k| k.id.0 == format!("{}.current_a", chain.id)),
        ) {
            let mut bad = Vehicle::new(job, &study, Real::AS_PLANNED);
            let lamps: Vec<_> =
                bad.live.built.circuits[c].lamps.iter().flatten().copied().collect();
            let strongest = (0..chain.lamps.len())
                .max_by(|&a, &b| chain.lamps[a].power_w.total_cmp(&chain.lamps[b].power_w));
            let group = bad.live.built.circuits[c].lamps[strongest.unwrap()].clone();
            for &lamp in group.iter().take(group.len().max(lamps.len() / 2)) {
                bad.live.set(lamp, Device::ohm(1e7));
            }
            let value = bad.read(&check.id.0, Some(a)).unwrap();
            out.push((format!("{} {value:.2}, {}", check.id, window(check)), value < check.low));
        }
    }
    (out, tried)
}

#[test]
fn each_reading_finds_the_fault_that_it_is_for() {
    let missed_of = |found: Vec<(String, bool)>| -> Vec<String> {
        found.into_iter().filter(|(_, is_off)| !is_off).map(|(text, _)| text).collect()
    };
    for (unit, job) in demo_jobs() {
        let missed = missed_of(finds(&Job { readings: Vec::new(), ..job }).0);
        assert!(missed.is_empty(), "unit {unit}: {missed:#?}");
    }
    let (tried, readings) = (AtomicUsize::new(0), AtomicUsize::new(0));
    let missed = Mutex::new(Vec::new());
    with_sound_jobs(200, |number, job| {
        let (found, circuits) = finds(job);
        tried.fetch_add(circuits, Ordering::Relaxed);
        readings.fetch_add(found.len(), Ordering::Relaxed);
        let mut missed = missed.lock().unwrap();
        missed.extend(missed_of(found).into_iter().map(|text| format!("job {number}: {text}")));
    });
    let (tried, readings) = (tried.into_inner(), readings.into_inner());
    assert!(tried > 60, "{tried} circuits were tried");
    // Long paths through many connectors at ten amperes differ by as much as a bad joint takes: few of those.
    let missed = missed.into_inner().unwrap();
    assert!(50 * missed.len() <= readings, "of {readings} readings: {missed:#?}");
}
