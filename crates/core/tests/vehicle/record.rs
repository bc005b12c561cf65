//! The record: what a signature freezes, visits and drift, the packet.

use crate::common::demo_jobs;
use jiff::Timestamp;
use jovek_core::defaults::fresh;
use jovek_core::job::{Coding, Job, Otherwise, Reading, SeriesPins, Visit, VisitKind};
use jovek_core::printed;
use jovek_core::record::{
    Closing, Drifted, FrozenError, as_built, may_follow, reopen, sign, standing,
};
use jovek_core::work::work;

fn unit(name: &str) -> Job {
    demo_jobs().into_iter().find(|(n, _)| *n == name).unwrap().1
}

fn closing() -> Closing {
    Closing { why: "fitted before this was kept".into(), answers_for: String::new() }
}

fn at(text: &str) -> Timestamp {
    text.parse().unwrap()
}

fn reading(check: &str, value: f64, when: &str) -> Reading {
    Reading { check: check.into(), value, at: when.into(), by: "Ines".into() }
}

#[test]
fn a_signed_job_takes_readings_and_visits_and_nothing_else() {
    let signed = sign(&unit("58"), at("2026-03-02T15:00:00Z"), "Ines", &closing()).unwrap();
    assert!(may_follow(&signed, &signed).is_ok());
    let mut more = signed.clone();
    more.readings.push(reading("battery.rest_v", 12.5, "2026-04-02T15:00:00Z"));
    more.record.visits.push(Visit {
        kind: VisitKind::FirstMonth,
        at: "2026-04-02T15:00:00Z".into(),
        by: "Ines".into(),
        note: String::new(),
    });
    assert!(may_follow(&signed, &more).is_ok());
    // The note of the visit that goes on may be written; nothing that was read is taken back.
    let mut noted = more.clone();
    noted.record.visits[0].note = "All tight.".into();
    assert!(may_follow(&more, &noted).is_ok());
    assert!(may_follow(&more, &signed).is_err());
    let changes: [fn(&mut Job); 6] = [
        |j| j.circuits[0].name = "Other".into(),
        |j| j.circuits[0].lights[0].count += 1,
        |j| j.record.signed[0].by = "Somebody else".into(),
        |j| j.record.signed.clear(),
        |j| j.unit = "99".into(),
        |j| j.record.cut.push("the loom".into()),
    ];
    for (k, change) in changes.iter().enumerate() {
        let mut other = signed.clone();
        change(&mut other);
        let refused = may_follow(&signed, &other).unwrap_err();
        assert!(matches!(refused, FrozenError::Signed { .. }), "{k}");
        assert!(refused.to_string().contains("signed by Ines on 2026-03-02"), "{refused}");
    }
}

#[test]
fn a_new_revision_says_why_and_is_signed_again() {
    let job = unit("58");
    let signed = sign(&job, at("2026-03-02T15:00:00Z"), "Ines", &closing()).unwrap();
    assert_eq!(reopen(&job, at("2026-05-02T15:00:00Z"), "Mara", "why"), Err(FrozenError::Open));
    assert_eq!(
        reopen(&signed, at("2026-05-02T15:00:00Z"), "Mara", "  "),
        Err(FrozenError::NoReason)
    );
    let open = reopen(&signed, at("2026-05-02T15:00:00Z"), "Mara", "second beacon").unwrap();
    assert!(open.record.signature().is_none());
    let mut changed = open.clone();
    changed.circuits[0].name = "Other lamps".into();
    assert!(may_follow(&open, &changed).is_ok());
    let again = sign(&changed, at("2026-05-03T15:00:00Z"), "Mara", &closing()).unwrap();
    assert_eq!(again.record.signed.len(), 2);
    assert_eq!(again.record.signed[0].opened.as_ref().unwrap().why, "second beacon");
    assert!(may_follow(&again, &changed).is_err());
}

#[test]
fn what_may_burn_is_not_signed_and_nobody_signs_without_a_name() {
    let job = unit("58");
    assert_eq!(
        sign(&job, at("2026-03-02T15:00:00Z"), "somebody", &closing()),
        Err(FrozenError::Nameless)
    );
    assert_eq!(standing(&job).holds, Vec::<String>::new());
    // The truck of the demo with wire before its fuse: a Stop finding.
    let burns =
        sign(&unit("51"), at("2026-03-02T15:00:00Z"), "Ines", &closing()).unwrap_err().to_string();
    assert!(burns.contains("before the fuse"), "{burns}");
    let mut empty = job.clone();
    empty.circuits.clear();
    empty.trailer = None;
    assert!(sign(&empty, at("2026-03-02T15:00:00Z"), "Ines", &closing()).is_err());
    empty.repairs = vec!["Tail lamp plug".into()];
    assert!(sign(&empty, at("2026-03-02T15:00:00Z"), "Ines", &closing()).is_ok(), "a repair alone");
    let mut twice = job;
    twice.record.coding =
        vec![Coding { module: "Door module".into(), bit: 1, before: 130.into(), ..fresh().coding }];
    let refused =
        sign(&twice, at("2026-03-02T15:00:00Z"), "Ines", &closing()).unwrap_err().to_string();
    assert!(refused.contains("Door module") && refused.contains("already"), "{refused}");
}

#[test]
fn the_next_look_is_after_a_month_then_every_year() {
    let due = |job: &Job, now: &str| as_built(job, at(now)).next.unwrap();
    let mut job = sign(&unit("58"), at("2026-01-31T15:00:00Z"), "Ines", &closing()).unwrap();
    let first = due(&job, "2026-02-01T00:00:00Z");
    assert_eq!((first.kind, first.day.as_str()), (VisitKind::FirstMonth, "2026-02-28"));
    assert!(!first.is_over && due(&job, "2026-03-01T00:00:00Z").is_over);
    let visit =
        |kind, at: &str| Visit { kind, at: at.into(), by: "Ines".into(), note: String::new() };
    job.record.visits = vec![visit(VisitKind::FirstMonth, "2026-03-05T10:00:00Z")];
    // A complaint in between moves nothing.
    job.record.visits.push(visit(VisitKind::Complaint, "2026-09-05T10:00:00Z"));
    assert_eq!(due(&job, "2026-10-01T00:00:00Z").day, "2027-03-05");
    assert!(as_built(&unit("58"), at("2026-10-01T00:00:00Z")).next.is_none());
}

/// Unit 22 of the demo: signed, a month and a year later; its ground drifts.
#[test]
fn old_readings_stand_beside_new_ones() {
    let record = as_built(&unit("22"), at("2026-11-26T00:00:00Z"));
    let ground = record.drift.iter().find(|d| d.name.contains("lost in the ground")).unwrap();
    assert_eq!(ground.drifted, Drifted::Out);
    assert!(ground.says.ends_with("was 110 mV, now 210 mV"), "{}", ground.says);
    assert!(record.drift.iter().any(|d| d.drifted == Drifted::Steady));
    assert_eq!(record.visits.len(), 2);
    assert_eq!(record.next.unwrap().day, "2027-03-16");
    // The readings of the record are those of the signature, not those of the visit.
    let then = record
        .readings
        .iter()
        .find(|r| r.name.contains("Load-bay strip: lost in the ground"))
        .unwrap();
    assert_eq!(then.read, "0.11 V");
    let off: Vec<String> =
        record.readings.iter().filter(|r| r.is_off).map(|r| format!("{r:?}")).collect();
    assert!(off.is_empty(), "{off:#?}");
}

#[test]
fn what_is_otherwise_stands_beside_the_plan() {
    let mut job = unit("58");
    let id = job.circuits[0].id.clone();
    let told = |what: &str, is: &str| Otherwise {
        circuit: Some(id.clone()),
        what: what.into(),
        planned: String::new(),
        is: is.into(),
    };
    job.record.otherwise = vec![told("wire", "4 mm²"), told("Bracket", "welded")];
    let fitted = as_built(&job, at("2026-03-02T15:00:00Z")).fitted;
    let wire = fitted.iter().find(|l| l.what == "Wire").unwrap();
    assert!(wire.differs && wire.is == "4 mm²" && wire.planned != wire.is);
    assert!(fitted.iter().any(|l| l.what == "Bracket" && l.differs));
    assert!(fitted.iter().filter(|l| l.what == "Fuse").all(|l| !l.differs));
}

#[test]
fn the_packet_holds_what_a_stranger_needs() {
    for (name, job) in demo_jobs() {
        let record = as_built(&job, at("2026-11-26T00:00:00Z"));
        let pages = printed::packet(&job, &record);
        let all = pages.concat();
        for words in
            ["What each switch does", "Fuse map", "Cautions", "What was fitted", "circuit diagram"]
        {
            assert!(all.contains(words), "unit {name} has no {words}");
        }
        for c in &job.circuits {
            assert!(all.contains(c.name.split(' ').next().unwrap()), "unit {name}: {}", c.name);
        }
        assert!(
            pages.len() >= 2 && pages.iter().all(|p| p.starts_with("<svg") && p.contains("page "))
        );
        // The same job, the same packet, to the byte.
        assert_eq!(pages, printed::packet(&job, &record));
    }
    let signed = printed::packet(&unit("22"), &as_built(&unit("22"), at("2026-11-26T00:00:00Z")));
    assert!(signed[0].contains("Signed 2025-03-11 by Mara") && signed[0].contains("2027-03-16"));
}

/// What is open is named; it is signed with a reason only, a Stop with the name of who answers for it, and both are
/// kept in the record and stand in the packet.
#[test]
fn what_is_open_wants_a_reason_and_a_stop_a_name() {
    let when = || at("2026-03-02T15:00:00Z");
    let job = unit("58");
    let open = standing(&job).open;
    assert!(open.iter().any(|o| o.contains("not marked done")), "{open:?}");
    assert!(open.iter().any(|o| o.contains("not taken")), "{open:?}");
    let aimed = standing(&unit("59")).open;
    assert!(aimed.iter().any(|o| o.starts_with("2 lamps are not aimed")), "{aimed:?}");
    let bare = sign(&job, when(), "Ines", &Closing::default()).unwrap_err();
    assert!(matches!(bare, FrozenError::StillOpen { .. }), "{bare}");
    let signed = sign(&job, when(), "Ines", &closing()).unwrap();
    let signature = signed.record.signature().unwrap();
    assert_eq!(
        (signature.why.as_str(), &signature.left_open),
        ("fitted before this was kept", &open)
    );
    assert!(signature.answers_for.is_empty(), "no Stop stands");
    let printed = printed::packet(&signed, &as_built(&signed, when())).join(" ");
    assert!(printed.contains("not marked done"), "the packet says what was left open");
    // Wire before its fuse.
    let burns = unit("51");
    let nobody = sign(&burns, when(), "Ines", &closing()).unwrap_err();
    assert!(matches!(nobody, FrozenError::NobodyAnswers { .. }), "{nobody}");
    let named = Closing { answers_for: "Mara".into(), ..closing() };
    let over = sign(&burns, when(), "Ines", &named).unwrap();
    let signature = over.record.signature().unwrap();
    assert_eq!(signature.answers_for, "Mara");
    assert!(signature.left_open.iter().any(|o| o.contains("before the fuse")));
}

/// A long coding value: one byte of it moves, steps and record say which and by how much; the pins of the other series are
/// named as others. Common practice, no source.
#[test]
fn a_long_coding_value_is_written_in_one_byte() {
    let mut job = Job::new("9", "Coded");
    job.record.coding = vec![Coding {
        module: "Door module, puddle lamp".into(),
        byte: Some(2),
        bit: 6,
        before: "04 00 8A 12".parse().unwrap(),
        series: Some("2".into()),
        pins: vec![SeriesPins { series: "1".into(), pins: "X3, pin 7".into() }],
        ..fresh().coding
    }];
    let steps = work(&job, at("2026-03-02T08:00:00Z")).steps;
    let coded = &steps.iter().find(|s| s.step.id.0 == "code.1").unwrap().step;
    assert_eq!(coded.what, "Door module, puddle lamp: set byte 2, bit 6");
    let how = coded.how.join("\n");
    assert!(how.contains("write 04 00 CA 12: byte 2, bit 6 only, 64 more, never twice"), "{how}");
    assert!(how.contains("No pins are known for series 2"), "{how}");
    let record = as_built(&job, at("2026-03-02T08:00:00Z"));
    let line = "byte 2, bit 6 set: 04 00 8A 12 before, 04 00 CA 12 after";
    assert_eq!((record.coding[0].text.as_str(), record.coding[0].is_wrong), (line, false));
}
