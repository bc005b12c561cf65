//! What is said of a job, line by line: what a search over all jobs looks through.

use crate::answers::Answers;
use crate::finding::Finding;
use jovek_job::Job;
use jovek_phrases::fleet as say;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What kind of thing a line tells.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum SaidKind {
    /// Its title, vehicle and circuits.
    Job,
    /// A part that it needs.
    Part,
    /// A place on the vehicle and what sits there.
    Place,
    /// A wire that was there, with its colour.
    Wire,
    /// A joint, and what it is made with.
    Joint,
    /// What was built otherwise, where a fuse sits, a lot or series that somebody wrote down.
    AsBuilt,
    /// What a person should know.
    Finding,
    /// What somebody found at a visit.
    Visit,
}

impl SaidKind {
    /// All of them, in the order in which they are offered.
    pub const ALL: [SaidKind; 8] = [
        SaidKind::Job,
        SaidKind::Part,
        SaidKind::Place,
        SaidKind::Joint,
        SaidKind::Wire,
        SaidKind::AsBuilt,
        SaidKind::Finding,
        SaidKind::Visit,
    ];

    /// As it stands in the store and in an address.
    pub fn key(self) -> &'static str {
        match self {
            SaidKind::Job => "job",
            SaidKind::Part => "part",
            SaidKind::Place => "place",
            SaidKind::Wire => "wire",
            SaidKind::Joint => "joint",
            SaidKind::AsBuilt => "as_built",
            SaidKind::Finding => "finding",
            SaidKind::Visit => "visit",
        }
    }

    /// The kind of a key; none for one that is not ours.
    pub fn of(key: &str) -> Option<SaidKind> {
        SaidKind::ALL.into_iter().find(|kind| kind.key() == key)
    }

    /// As it is offered.
    pub fn label(self) -> &'static str {
        match self {
            SaidKind::Job => say::jobs_and_circuits(),
            SaidKind::Part => say::parts_label(),
            SaidKind::Place => say::places_label(),
            SaidKind::Wire => say::factory_wires(),
            SaidKind::Joint => say::joints_label(),
            SaidKind::AsBuilt => say::as_built_label(),
            SaidKind::Finding => say::findings_label(),
            SaidKind::Visit => say::visits_label(),
        }
    }
}

/// A line.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Said {
    /// What kind of thing it tells.
    pub kind: SaidKind,
    /// The line.
    pub text: String,
}

/// What every line of a job is about: its unit, vehicle and title.
pub fn about(job: &Job) -> String {
    format!("{} {} {}", job.unit, job.vehicle.name, job.title)
}

/// Everything that is said of a job.
pub fn said(job: &Job, answers: &Answers) -> Vec<Said> {
    let mut out = Vec::new();
    let mut add = |kind, text: String| out.push(Said { kind, text });
    add(SaidKind::Job, say::with_vehicle(&job.title, &job.vehicle.name));
    for circuit in &answers.circuits {
        add(SaidKind::Job, say::with_headline(&circuit.name, &circuit.headline));
    }
    for part in &answers.parts {
        add(SaidKind::Part, say::times(&part.part, &part.quantity_text));
    }
    for place in answers.route.iter().flat_map(|r| &r.places).filter(|p| !p.holds.is_empty()) {
        add(SaidKind::Place, say::place_holds(&place.name, &place.holds.join("; ")));
    }
    for joint in &answers.joints {
        add(SaidKind::Joint, say::joint_made(&joint.circuit_name, &joint.place, &joint.how));
    }
    for wire in &job.factory {
        add(
            SaidKind::Wire,
            say::wire_of_colour(&wire.name, &wire.colour.as_deref().unwrap_or_default()),
        );
    }
    for other in &job.record.otherwise {
        add(SaidKind::AsBuilt, say::built_otherwise(&other.what, &other.is));
    }
    for fuse in &job.record.fuse_places {
        add(SaidKind::AsBuilt, say::fuse_sits(&fuse.place));
    }
    for coding in &job.record.coding {
        let series = coding.series.as_deref().unwrap_or_default();
        add(SaidKind::AsBuilt, say::coded_module(&coding.module, &series));
    }
    for Finding { title, .. } in &answers.findings {
        add(SaidKind::Finding, title.clone());
    }
    for visit in job.record.visits.iter().filter(|v| !v.note.is_empty()) {
        add(SaidKind::Visit, visit.note.clone());
    }
    out
}
