//! Kits, their issues, and the jobs that follow them.

use crate::revision::{self, Listed};
use crate::thing::Thing;
use crate::{Store, StoreError, now, storable};
use jovek_core::job::{Job, KitId, MayDiffer};
use rusqlite::{Connection, OptionalExtension, Row, TransactionBehavior, params};

/// A kit.
#[derive(Debug, Clone, PartialEq)]
pub struct KitRow {
    /// Its number.
    pub id: KitId,
    /// What it is called.
    pub name: String,
    /// The job that is the pattern of the next issue.
    pub pattern_job: i64,
    /// What may differ without a reason.
    pub may_differ: Vec<MayDiffer>,
    /// The newest issue, from 1.
    pub issue: i64,
    /// When it was issued.
    pub issued_at: String,
    /// Who issued it.
    pub issued_by: String,
    /// How many jobs follow it, deleted ones left out.
    pub jobs: i64,
}

const COLUMNS: &str =
    "SELECT k.id, k.name, k.pattern_job, k.may_differ, i.issue, i.issued_at, i.issued_by,
        (SELECT COUNT(*) FROM job j WHERE j.kit_id = k.id AND j.deleted_at IS NULL)
     FROM kit k JOIN kit_issue i ON i.kit_id = k.id
        AND i.issue = (SELECT MAX(issue) FROM kit_issue n WHERE n.kit_id = k.id)";

fn row(r: &Row<'_>) -> rusqlite::Result<(KitRow, String)> {
    let kit = KitRow {
        id: KitId(r.get(0)?),
        name: r.get(1)?,
        pattern_job: r.get(2)?,
        may_differ: Vec::new(),
        issue: r.get(4)?,
        issued_at: r.get(5)?,
        issued_by: r.get(6)?,
        jobs: r.get(7)?,
    };
    Ok((kit, r.get(3)?))
}

fn read((mut kit, may_differ): (KitRow, String)) -> Result<KitRow, StoreError> {
    kit.may_differ = serde_json::from_str(&may_differ)
        .map_err(|e| StoreError::Damaged { what: format!("kit {}: {e}", kit.id.0) })?;
    Ok(kit)
}

fn write(may_differ: &[MayDiffer]) -> Result<String, StoreError> {
    serde_json::to_string(may_differ).map_err(|e| StoreError::Damaged { what: e.to_string() })
}

impl Store {
    /// All kits, by name.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn kits(&self) -> Result<Vec<KitRow>, StoreError> {
        let rows = self.connections.read(|db| {
            let mut query = db.prepare_cached(&format!("{COLUMNS} ORDER BY k.name, k.id"))?;
            Ok(query.query_map([], row)?.collect::<Result<Vec<_>, _>>()?)
        })?;
        rows.into_iter().map(read).collect()
    }

    /// One kit.
    ///
    /// # Errors
    /// [`StoreError::NoKit`] when there is none of that number.
    pub fn kit(&self, id: KitId) -> Result<KitRow, StoreError> {
        let found = self.connections.read(|db| {
            let mut query = db.prepare_cached(&format!("{COLUMNS} WHERE k.id = ?1"))?;
            Ok(query.query_row([id.0], row).optional()?)
        })?;
        read(found.ok_or(StoreError::NoKit { id: id.0 })?)
    }

    /// A kit as it was issued.
    ///
    /// # Errors
    /// [`StoreError::NoKit`] when there is no such issue, or that it cannot be read.
    pub fn kit_issue(&self, id: KitId, issue: i64) -> Result<Job, StoreError> {
        let of = "SELECT body FROM kit_issue WHERE kit_id = ?1 AND issue = ?2";
        let body: Option<String> = self.connections.read(|db| {
            Ok(db.prepare_cached(of)?.query_row([id.0, issue], |r| r.get(0)).optional()?)
        })?;
        storable(&body.ok_or(StoreError::NoKit { id: id.0 })?)
    }

    /// Makes a kit of a plan. Returns its number.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be written.
    pub fn add_kit(
        &self,
        name: &str,
        (pattern_job, plan): (i64, &Job),
        may_differ: &[MayDiffer],
        by: &str,
    ) -> Result<KitId, StoreError> {
        let (body, points) = (plan.write(), write(may_differ)?);
        storable(&body)?;
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            tx.execute(
                "INSERT INTO kit (name, pattern_job, may_differ) VALUES (?1, ?2, ?3)",
                params![name, pattern_job, points],
            )?;
            let id = tx.last_insert_rowid();
            issue(&tx, id, 1, &body, by)?;
            Thing::Kit.changed(&tx, id, by)?;
            tx.commit()?;
            Ok(KitId(id))
        })
    }

    /// Issues a kit anew. The issues before stay as they went out. Returns the number of the new one.
    ///
    /// # Errors
    /// [`StoreError::NoKit`], or that the file cannot be written.
    pub fn issue_kit(&self, id: KitId, plan: &Job, by: &str) -> Result<i64, StoreError> {
        let body = plan.write();
        storable(&body)?;
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let newest = "SELECT MAX(issue) FROM kit_issue WHERE kit_id = ?1";
            let last: Option<i64> = tx.query_row(newest, [id.0], |r| r.get(0))?;
            let next = last.ok_or(StoreError::NoKit { id: id.0 })? + 1;
            issue(&tx, id.0, next, &body, by)?;
            Thing::Kit.changed(&tx, id.0, by)?;
            tx.commit()?;
            Ok(next)
        })
    }

    /// Says what may differ without a reason.
    ///
    /// # Errors
    /// [`StoreError::NoKit`], or that the file cannot be written.
    pub fn set_may_differ(
        &self,
        id: KitId,
        may_differ: &[MayDiffer],
        by: &str,
    ) -> Result<(), StoreError> {
        let points = write(may_differ)?;
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let set = "UPDATE kit SET may_differ = ?2 WHERE id = ?1";
            if tx.execute(set, params![id.0, points])? == 0 {
                return Err(StoreError::NoKit { id: id.0 });
            }
            Thing::Kit.changed(&tx, id.0, by)?;
            Ok(tx.commit()?)
        })
    }

    /// The jobs that follow a kit, by id; deleted ones left out.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn jobs_of_kit(&self, id: KitId) -> Result<Vec<Listed>, StoreError> {
        let raw = self.connections.read(|db| {
            let of = format!(
                "{} WHERE j.kit_id = ?1 AND j.deleted_at IS NULL ORDER BY j.id",
                revision::head_sql()
            );
            let mut query = db.prepare_cached(&of)?;
            Ok(query.query_map([id.0], revision::row)?.collect::<Result<Vec<_>, _>>()?)
        })?;
        Ok(raw.into_iter().map(revision::Raw::listed).collect())
    }
}

fn issue(db: &Connection, kit: i64, issue: i64, body: &str, by: &str) -> Result<(), StoreError> {
    db.execute(
        "INSERT INTO kit_issue (kit_id, issue, body, issued_at, issued_by) VALUES (?1, ?2, ?3, ?4, ?5)",
        params![kit, issue, body, now(), by],
    )?;
    Ok(())
}

/// Notes which kit a job follows; one that this shop does not have, as a job from elsewhere may say, is none.
pub(crate) fn follow(db: &Connection, job_id: i64, job: &Job) -> Result<(), StoreError> {
    let kit = job.follows.as_ref().map(|f| f.kit.0);
    db.prepare_cached("UPDATE job SET kit_id = (SELECT id FROM kit WHERE id = ?2) WHERE id = ?1")?
        .execute(params![job_id, kit])?;
    Ok(())
}
