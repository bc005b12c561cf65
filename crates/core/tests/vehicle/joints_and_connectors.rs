//! Joints by school and place, connectors from both faces, colours and bands.

use jovek_core::answers::{Answers, assess};
use jovek_core::catalog::joint::{JointPlace, joint_at};
use jovek_core::catalog::terminal::EndKind;
use jovek_core::harness::{CutLine, JointAnswer};
use jovek_core::job::{ColourScheme, Job, JointPractice, OwnColours, Signal, Waypoint, Wish};
use std::collections::{BTreeMap, BTreeSet};

fn demo(unit: &str) -> Job {
    crate::common::demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

/// Common practice: no solder where it flexes, no tap in the wet, under a bonnet or beyond 5 A.
#[test]
fn the_place_overrules_the_school() {
    let dry = JointPlace { is_wet: false, flexes: false, ambient_c: 40.0 };
    let wet = JointPlace { is_wet: true, ..dry };
    let flexing = JointPlace { flexes: true, ..dry };
    let hot = JointPlace { ambient_c: 110.0, ..dry };
    use JointPractice::{Crimp, PlugIn, Solder, Tap};
    for (school, place, amps, want) in [
        (Crimp, wet, 20.0, Crimp),
        (Solder, dry, 20.0, Solder),
        (Solder, wet, 20.0, Solder),
        (Solder, flexing, 1.0, Crimp),
        (Solder, hot, 1.0, Crimp),
        (Tap, dry, 4.0, Tap),
        (Tap, dry, 6.0, Crimp),
        (Tap, wet, 1.0, Crimp),
        (Tap, flexing, 1.0, Crimp),
        (Tap, hot, 1.0, Crimp),
        (PlugIn, wet, 9.0, PlugIn),
    ] {
        let (got, why) = joint_at(school, place, amps);
        assert_eq!(got, want, "{school:?} at {place:?}");
        assert_eq!(why.is_some(), got != school);
    }
}

/// A soldering shop still crimps over the hinge of the boom and says why; the sleeve goes on first there.
#[test]
fn joints_of_the_boom_are_crimped() {
    let mut job = demo("40");
    job.shop.joint = JointPractice::Solder;
    let answers = assess(&job);
    let branch = answers.joints.iter().find(|j| j.place == "branch +").unwrap();
    assert!(branch.how.starts_with("butt splice"), "{branch:?}");
    assert!(branch.why.as_ref().unwrap().contains("bends"));
    assert!(branch.steps[0].starts_with("slide on first: heat-shrink"), "{:?}", branch.steps);
    assert!(branch.sleeve.as_ref().unwrap().contains("adhesive"));
    let elsewhere = answers.joints.iter().find(|j| j.circuit.0 == "markers").unwrap();
    assert!(elsewhere.how.starts_with("soldered") && elsewhere.why.is_none(), "{elsewhere:?}");
}

/// Each end of each wire is either a terminal or part of one joint; what is counted is on the parts list.
#[test]
fn every_end_is_counted_once() {
    for (unit, job) in crate::common::demo_jobs() {
        let answers = assess(&job);
        let ends = |keep: fn(EndKind) -> bool| {
            answers.cuts.iter().flat_map(|c| [c.from_kind, c.to_kind]).filter(|k| keep(*k)).count()
        };
        // Besides the wires that are cut, leads that come with a part are in some joints.
        let labels: BTreeSet<&String> = answers.cuts.iter().map(|c| &c.label).collect();
        let cut = |j: &&JointAnswer| j.wires.iter().filter(|w| labels.contains(w)).count();
        let in_joints: usize = answers.joints.iter().map(|j| cut(&j)).sum();
        assert_eq!(in_joints, ends(EndKind::is_joint), "{unit}");
        let joined = answers.joints.iter().filter(|j| j.kind != EndKind::Pad).count();
        let counted: usize = answers.terminals.iter().map(|t| t.count).sum();
        let plain = ends(|k| !k.is_joint() && k != EndKind::SplitterPlug);
        assert_eq!(counted, plain + joined, "{unit}");
        for t in &answers.terminals {
            let listed = answers.parts.iter().find(|p| p.part == t.part);
            assert!(listed.is_some_and(|p| p.quantity >= t.count as f64), "{unit} {}", t.part);
        }
    }
}

/// A face seen from behind is its mirror image, row by row; each pin stands once on each face.
#[test]
fn the_wire_side_mirrors_the_face() {
    let mut seen = 0;
    for (unit, job) in crate::common::demo_jobs() {
        for c in assess(&job).connectors {
            seen += 1;
            let mirrored: Vec<Vec<usize>> =
                c.mating_face.iter().map(|r| r.iter().rev().copied().collect()).collect();
            assert_eq!(mirrored, c.wire_side, "{unit} {}", c.name);
            let mut pins: Vec<usize> = c.mating_face.concat();
            pins.sort_unstable();
            assert_eq!(pins, (1..=c.cavities.len()).collect::<Vec<_>>(), "{unit} {}", c.name);
        }
    }
    assert!(seen > 8, "only {seen} connectors");
}

/// The plug at the turntable parts both wires of the boom; both halves hold the same cavities.
#[test]
fn a_connector_parts_the_wires_that_go_through() {
    let answers = assess(&demo("40"));
    let c = answers.connectors.iter().find(|c| c.name.contains("turntable")).unwrap();
    assert_eq!((c.cavities.len(), c.halves.len()), (2, 2));
    for cavity in &c.cavities {
        let [a, b] = cavity.wires.as_slice() else { panic!("{cavity:?}") };
        let cut = |label: &String| answers.cuts.iter().find(|x| x.label == *label).unwrap();
        assert_eq!(cut(a).to, cut(b).from);
        assert_eq!((cut(a).wire, &cut(a).colour), (cut(b).wire, &cut(b).colour));
    }
    // In a third wire the housing grows and what is spare gets a blind plug.
    let mut job = demo("51");
    let last = job.circuits[0].run.supply.last_mut().unwrap();
    last.ends_at = Waypoint::Connector;
    last.plug = Some(jovek_core::job::PlugId::from("tail"));
    let mut more = job.circuits[0].clone();
    more.id = "c2".into();
    more.lights[0].id = jovek_core::job::LightId("c2-l1".into());
    job.circuits.push(more.clone());
    more.id = "c3".into();
    more.lights[0].id = jovek_core::job::LightId("c3-l1".into());
    job.circuits.push(more.clone());
    more.id = "c4".into();
    more.lights[0].id = jovek_core::job::LightId("c4-l1".into());
    job.circuits.push(more.clone());
    more.id = "c5".into();
    more.lights[0].id = jovek_core::job::LightId("c5-l1".into());
    job.circuits.push(more);
    let answers = assess(&job);
    let c = answers.connectors.iter().find(|c| c.halves.len() == 2).unwrap();
    let blind = c.cavities.iter().filter(|p| p.says == "blind plug").count();
    assert_eq!((c.cavities.len(), blind), (6, 1));
    let plugs = answers.parts.iter().find(|p| p.part == "blind plug").unwrap();
    assert_eq!(plugs.quantity, 2.0, "one in each half");
}

/// A lamp whose plug is the other way round has its pins swapped, and says so.
#[test]
fn wrong_polarity_swaps_the_pins() {
    let mut job = demo("22");
    let pins = |answers: &Answers| {
        let c = answers.connectors.iter().find(|c| c.name == "Load-bay strip: lamp").unwrap();
        c.cavities.iter().map(|p| p.wires.clone()).collect::<Vec<_>>()
    };
    let plain = pins(&assess(&job));
    job.circuits[0].lights[0].is_reversed = true;
    let answers = assess(&job);
    let mut swapped = pins(&answers);
    swapped.reverse();
    assert_eq!(swapped, plain);
    // The pin table says the same.
    for c in answers.connectors.iter().filter(|c| c.name == "Load-bay strip: lamp") {
        for cavity in &c.cavities {
            let sign =
                if c.cavities[0].says.starts_with('-') == (cavity.pin == 1) { '-' } else { '+' };
            let listed = answers.pins.iter().find(|p| {
                p.circuit == "Load-bay strip" && p.connector == "lamp" && p.wire == cavity.wires[0]
            });
            assert_eq!(listed.unwrap().pin, format!("{} ({sign})", cavity.pin));
        }
    }
    let c = answers.connectors.iter().find(|c| c.name == "Load-bay strip: lamp").unwrap();
    assert!(c.notes[0].contains("swapped"));
}

/// A plug-in lead has both halves and cuts nothing.
#[test]
fn an_intermediate_lead_has_both_halves() {
    let mut job = demo("22");
    job.circuits[0].control.joint = Some(JointPractice::PlugIn);
    let answers = assess(&job);
    let lead = answers.connectors.iter().find(|c| c.name.contains("intermediate")).unwrap();
    assert_eq!(lead.halves.len(), 2);
    let joint = answers.joints.iter().find(|j| j.place.starts_with("wire of ")).unwrap();
    assert!(joint.sleeve.is_none() && joint.steps[0].contains("nothing is cut"), "{joint:?}");
}

/// Where two ends of wires of one colour lie together, they carry different bands.
#[test]
fn no_two_wires_of_one_end_look_alike() {
    for (unit, job) in crate::common::demo_jobs() {
        let answers = assess(&job);
        let mut at: BTreeMap<String, BTreeSet<(String, String)>> = BTreeMap::new();
        for cut in answers.cuts.iter().filter(|c| !c.is_short) {
            for end in ends_that_are_shared(cut) {
                let look = (cut.colour.clone(), cut.mark.clone());
                assert!(
                    at.entry(end.clone()).or_default().insert(look),
                    "{unit} {}: {end}",
                    cut.label
                );
            }
        }
        // Neither plugs of the factory nor a harness from a box have wire of ours.
        let is_ours = |id| job.circuits.iter().any(|c| c.id == id && c.kit.is_none());
        let lays_wire = answers
            .circuits
            .iter()
            .any(|c| !c.headline.starts_with("own plug") && is_ours(c.id.clone()));
        assert_eq!(lays_wire, !at.is_empty(), "{unit}");
    }
}

/// Ends at which wires of several circuits, or several of one, lie side by side.
fn ends_that_are_shared(cut: &CutLine) -> Vec<String> {
    [&cut.from, &cut.to]
        .into_iter()
        .filter_map(|end| match end.split(' ').next()? {
            hardware @ ("battery" | "fuse" | "relay" | "switch" | "ground") => {
                Some(hardware.into())
            }
            "branch" => Some(format!("{} {end}", cut.circuit)),
            _ => None,
        })
        .collect()
}

/// What goes on from a factory wire keeps its colour; else the function's of the scheme; else the next.
/// Sources: DIN 72551 and SAE J1239 habits, recalled from memory.
#[test]
fn functions_keep_their_colours() {
    let mut job = Job::starter("f");
    let colour = |job: &Job| {
        let answers = assess(job);
        let cut = answers.cuts.iter().find(|c| c.to.starts_with("lamp")).unwrap();
        cut.colour.clone()
    };
    job.factory.push(crate::common::bench::wire("left", Signal::Left, Default::default()));
    job.circuits[0].lit = Wish::With(Signal::Left);
    assert_eq!(colour(&job), "black/white");
    job.shop.colours = ColourScheme::GroundBlack;
    assert_eq!(colour(&job), "yellow");
    job.factory[0].colour = Some("violet/grey".into());
    assert_eq!(colour(&job), "violet/grey");
    job.circuits[0].lit = Wish::OwnSwitch;
    job.shop.colours = ColourScheme::Own;
    job.shop.own_colours = Some(OwnColours {
        ground: "white".into(),
        feed: "orange".into(),
        circuits: "pink, blue".into(),
    });
    let answers = assess(&job);
    let has = |what: &str| answers.cuts.iter().any(|c| c.colour == what);
    assert!(has("pink") && has("white") && has("orange") && !has("red") && !has("brown"));
}

/// A contact pair of a connector costs what the catalog says it does: the lamp has that much less.
#[test]
fn a_connector_is_in_the_network() {
    use jovek_core::catalog::contact::LAMP_PLUG_OHM;
    use jovek_core::plan::chain::LinkKind;
    use jovek_core::plan::study::study;
    let mut job = demo("51");
    let mut last = job.circuits[0].run.supply.last().unwrap().clone();
    last.name = "To the lamps".into();
    last.length_m = Some(0.6);
    job.circuits[0].run.supply.push(last);
    let links = |job: &Job| {
        let study = study(job);
        let chain = &study.circuits[0].chain;
        let ohm = |kind: &LinkKind| match kind {
            LinkKind::Connector { ohm, .. } => Some(*ohm),
            _ => None,
        };
        chain.links.iter().filter_map(|l| ohm(&l.kind)).collect::<Vec<f64>>()
    };
    assert!(links(&job).is_empty());
    let lamp_v = |job: &Job| assess(job).circuits[0].volt_lines[0].lamp_v;
    let wire = assess(&job)
        .cuts
        .iter()
        .map(|c| c.wire)
        .max_by(|a, b| a.area_mm2().total_cmp(&b.area_mm2()));
    let before = lamp_v(&job);
    let supply = &mut job.circuits[0].run.supply;
    let frame = supply.len() - 2;
    supply[frame].ends_at = Waypoint::Connector;
    assert_eq!(links(&job), [LAMP_PLUG_OHM]);
    let answers = assess(&job);
    // The same copper, so that only the contact differs.
    job.circuits[0].overrides.wire =
        wire.map(|value| jovek_core::job::Override { value, reason: "as before".into() });
    let current_a = answers.circuits[0].volt_lines[0].current_a;
    let lost_v = before - lamp_v(&job);
    assert!(
        (lost_v - LAMP_PLUG_OHM * current_a).abs() < 0.15 * LAMP_PLUG_OHM * current_a,
        "{lost_v}"
    );
    // One wire more than before: the connector parts it.
    let cut = answers.cuts.iter().find(|c| c.to.starts_with("connector ")).unwrap();
    assert!(answers.cuts.iter().any(|c| c.from == cut.to && c.to == "branch +"));
}

/// Housings: the smallest with room; beyond the largest the count itself in two rows.
#[test]
fn housings_hold_what_goes_through() {
    for unit in ["14", "40", "T3", "22"] {
        for c in assess(&demo(unit)).connectors {
            let wired = c.cavities.iter().filter(|x| x.says != "blind plug").count();
            let next = [2, 3, 4, 6, 8, 12, 16].into_iter().find(|n| *n >= wired).unwrap();
            assert_eq!(c.cavities.len(), next, "{unit}: {}", c.name);
        }
    }
}

/// A wire that can be bought has two colours at most, whatever the factory's wire was called.
#[test]
fn the_wire_to_a_coil_has_two_colours() {
    for (lamps, coil) in [
        ("yellow", "black/yellow"),
        ("green/black", "black/green"),
        ("black/red", "black/red"),
        ("white/violet", "black/white"),
        ("black", "black/white"),
    ] {
        assert_eq!(jovek_core::harness::colours::control_colour(lamps), coil);
    }
}
