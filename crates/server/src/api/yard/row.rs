//! A row of the yard: what holds a job, and what comes next.

use jiff::Timestamp;
use jovek_core::answers::{Answers, StageState};
use jovek_core::base::grade::Grade;
use jovek_core::finding::Stage;
use jovek_core::job::{Job, VisitKind};
use jovek_core::packet::kind_text;
use jovek_core::record::visits::due;
use jovek_phrases::yard as say;
use jovek_store::{JobRow, Standing, Unreadable};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Where a job stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum YardPlace {
    /// In the yard.
    #[default]
    InYard,
    /// Put aside.
    Aside,
    /// Deleted, kept for thirty days.
    Deleted,
}

impl YardPlace {
    pub(super) fn of(standing: &Standing) -> YardPlace {
        match standing {
            Standing::InYard => YardPlace::InYard,
            Standing::Aside(_) => YardPlace::Aside,
            Standing::Deleted(_) => YardPlace::Deleted,
        }
    }
}

/// How a job is: what it waits for. The first that holds counts.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum YardState {
    /// It cannot be read.
    Unreadable,
    /// Something must not be built.
    Held,
    /// Something is to be put right.
    ToFix,
    /// A stage is open.
    Open,
    /// Nothing is open, and it is not signed.
    Done,
    /// Signed and not opened again.
    Signed,
}

impl YardState {
    /// All of them, the most urgent first.
    pub const ALL: [YardState; 6] = [
        YardState::Unreadable,
        YardState::Held,
        YardState::ToFix,
        YardState::Open,
        YardState::Done,
        YardState::Signed,
    ];

    /// As it is offered.
    pub fn label(self) -> &'static str {
        match self {
            YardState::Unreadable => say::cannot_be_read_label(),
            YardState::Held => say::held_label(),
            YardState::ToFix => say::to_fix_label(),
            YardState::Open => say::open_label(),
            YardState::Done => say::done(),
            YardState::Signed => say::signed_label(),
        }
    }
}

/// A job in the yard.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct YardRow {
    /// Id of the job.
    pub id: i64,
    /// Unit number.
    pub unit: String,
    /// What the job is.
    pub title: String,
    /// The vehicle.
    pub vehicle: String,
    /// Nominal voltage, V.
    pub system_v: f64,
    /// Number of lamp circuits.
    pub circuits: usize,
    /// When it was last saved.
    pub saved_at: String,
    /// Who saved it.
    pub saved_by: String,
    /// Stop, Fix and Mind findings.
    pub counts: [usize; 3],
    /// What holds it; empty when nothing does.
    pub held_by: String,
    /// How it is.
    pub state: YardState,
    /// The first stage that is not done; none where all are.
    pub stage: Option<Stage>,
    /// The same, as it is called.
    pub stage_text: String,
    /// What to do next.
    pub next: String,
    /// Where it stands.
    pub place: YardPlace,
    /// Why it cannot be read; its row then says nothing but who saved it and when.
    pub unreadable: Option<String>,
}

/// Who signed a job and when it is looked at next: whether that day is over hangs on the day of reading.
#[derive(Debug, Clone, Serialize, Deserialize)]
struct SignedBy {
    by: String,
    next: Option<(VisitKind, String)>,
}

/// A row as it is kept: all of it hangs on the revision alone.
#[derive(Debug, Clone, Serialize, Deserialize)]
pub(super) struct Kept {
    row: YardRow,
    signed: Option<SignedBy>,
}

impl Kept {
    /// The row of a revision.
    pub(super) fn of(row: &JobRow, answers: &Answers, now: Timestamp) -> Kept {
        let signed = row.job.record.signature().map(|signature| SignedBy {
            by: signature.by.clone(),
            next: due(&row.job, now).map(|due| (due.kind, due.day)),
        });
        Kept { row: made(row, answers, signed.is_some()), signed }
    }

    /// A job that cannot be read, in its place.
    pub(super) fn of_unreadable(u: Unreadable) -> Kept {
        let row = YardRow {
            id: u.id,
            unit: say::no(&u.id),
            title: say::cannot_be_read().into(),
            vehicle: String::new(),
            system_v: 0.0,
            circuits: 0,
            saved_at: u.saved_at,
            saved_by: u.saved_by,
            counts: [0, 0, 0],
            held_by: String::new(),
            state: YardState::Unreadable,
            stage: None,
            stage_text: String::new(),
            next: say::download_its_stored_text_put().into(),
            place: YardPlace::of(&u.standing),
            unreadable: Some(u.what),
        };
        Kept { row, signed: None }
    }

    pub(super) fn row(&self) -> &YardRow {
        &self.row
    }

    /// The row as it is read on a day, `2026-03-02`, of a job that stands somewhere.
    pub(super) fn read(&self, standing: &Standing, today: &str) -> YardRow {
        let next = match &self.signed {
            None => self.row.next.clone(),
            Some(SignedBy { by, next: None }) => say::signed_by(by),
            Some(SignedBy { by, next: Some((kind, day)) }) => {
                let over = if today > day.as_str() { say::that_is_over() } else { "" };
                say::signed_by_look(by, &kind_text(*kind), day, &over)
            }
        };
        YardRow { next, place: YardPlace::of(standing), ..self.row.clone() }
    }
}

fn made(row: &JobRow, answers: &Answers, is_signed: bool) -> YardRow {
    let Job { unit, title, vehicle, circuits, .. } = &row.job;
    let count = |grade| answers.findings.iter().filter(|f| f.grade == grade).count();
    let counts = [count(Grade::Stop), count(Grade::Fix), count(Grade::Mind)];
    let held = answers.findings.iter().find(|f| f.grade == Grade::Stop);
    let first = answers.findings.iter().find(|f| f.grade != Grade::Mind);
    let open = answers.stages.iter().find(|s| s.state != StageState::Done);
    YardRow {
        id: row.id,
        unit: unit.clone(),
        title: title.clone(),
        vehicle: vehicle.name.clone(),
        system_v: vehicle.system.nominal_v(),
        circuits: circuits.len(),
        saved_at: row.saved_at.clone(),
        saved_by: row.saved_by.clone(),
        counts,
        held_by: held.map(|f| f.title.clone()).unwrap_or_default(),
        state: match open {
            _ if is_signed => YardState::Signed,
            _ if held.is_some() => YardState::Held,
            _ if first.is_some() => YardState::ToFix,
            Some(_) => YardState::Open,
            None => YardState::Done,
        },
        stage: open.map(|s| s.stage),
        stage_text: open.map_or(say::done(), |s| s.stage.label()).into(),
        next: match (first, open) {
            (Some(finding), _) => finding.remedy.clone(),
            (None, Some(stage)) => format!("{}: {}", stage.stage.label(), stage.word),
            (None, None) => say::nothing_open().into(),
        },
        place: YardPlace::of(&row.standing),
        unreadable: None,
    }
}
