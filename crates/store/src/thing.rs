//! What the history binds beside jobs: vehicles, kits, recalls, the shop's habits, its stock. After each change an entry
//! holds the hash of the whole thing as it stands; after it went, that of nothing.

use crate::history::{self, Change, Flaw, What};
use crate::{StoreError, now};
use jovek_phrases::store as say;
use rusqlite::types::ValueRef;
use rusqlite::{Connection, OptionalExtension, TransactionBehavior, params};
use std::collections::HashMap;

/// A kind of thing.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub(crate) enum Thing {
    /// A vehicle of the register.
    Vehicle,
    /// A kit with all its issues.
    Kit,
    /// A recall with what was seen to.
    Recall,
    /// The shop's habits.
    Shop,
    /// All of the shelf.
    Stock,
    /// A person's name, role, and whether the account is open.
    Person,
}

/// The number of what there is one of.
pub(crate) const THE_ONE: i64 = 1;

impl Thing {
    pub(crate) const ALL: [Thing; 6] =
        [Thing::Vehicle, Thing::Kit, Thing::Recall, Thing::Shop, Thing::Stock, Thing::Person];

    /// What an entry calls it.
    pub(crate) fn key(self) -> &'static str {
        match self {
            Thing::Vehicle => "vehicle",
            Thing::Kit => "kit",
            Thing::Recall => "recall",
            Thing::Shop => "habits",
            Thing::Stock => "stock",
            Thing::Person => "person",
        }
    }

    /// Every one of them that is there.
    fn ids(self) -> &'static str {
        match self {
            Thing::Vehicle => "SELECT id FROM vehicle",
            Thing::Kit => "SELECT id FROM kit",
            Thing::Recall => "SELECT id FROM recall",
            Thing::Shop => "SELECT id FROM shop",
            Thing::Stock => "SELECT 1 WHERE EXISTS (SELECT 1 FROM stock)",
            Thing::Person => "SELECT id FROM person",
        }
    }

    /// All that is to be bound of one, in a fixed order.
    fn rows(self) -> &'static str {
        match self {
            Thing::Vehicle => "SELECT body FROM vehicle WHERE id = ?1",
            Thing::Kit => {
                "SELECT k.name, k.pattern_job, k.may_differ, i.issue, i.body, i.issued_at, i.issued_by
                 FROM kit k LEFT JOIN kit_issue i ON i.kit_id = k.id WHERE k.id = ?1 ORDER BY i.issue"
            }
            Thing::Recall => {
                "SELECT r.name, r.why, r.made_at, r.made_by, o.job_id, o.done_at, o.done_by, o.note
                 FROM recall r LEFT JOIN recall_job o ON o.recall_id = r.id
                 WHERE r.id = ?1 ORDER BY o.job_id"
            }
            Thing::Shop => "SELECT habits FROM shop WHERE id = ?1",
            Thing::Stock => {
                "SELECT part, held, price, unit FROM stock WHERE ?1 = 1 ORDER BY part"
            }
            // A password that is set anew is no change of the person.
            Thing::Person => "SELECT name, role, closed_at FROM person WHERE id = ?1",
        }
    }

    /// The bytes of one: each field with its kind and length, so that none can run into the next.
    fn bound(self, db: &Connection, id: i64) -> Result<Vec<u8>, StoreError> {
        let mut out = Vec::new();
        let mut query = db.prepare_cached(self.rows())?;
        let columns = query.column_count();
        let mut rows = query.query([id])?;
        while let Some(row) = rows.next()? {
            for at in 0..columns {
                let (kind, bytes) = match row.get_ref(at)? {
                    ValueRef::Null => (b'0', Vec::new()),
                    ValueRef::Integer(n) => (b'i', n.to_be_bytes().to_vec()),
                    ValueRef::Real(x) => (b'r', x.to_bits().to_be_bytes().to_vec()),
                    ValueRef::Text(t) => (b't', t.to_vec()),
                    ValueRef::Blob(b) => (b'b', b.to_vec()),
                };
                out.push(kind);
                out.extend((bytes.len() as u64).to_be_bytes());
                out.extend(bytes);
            }
        }
        Ok(out)
    }

    /// Writes down that one was made, changed or removed; within the transaction of the change itself.
    /// What is as it was needs no entry.
    pub(crate) fn changed(self, tx: &Connection, id: i64, by: &str) -> Result<(), StoreError> {
        let (content, at, what) = (self.bound(tx, id)?, now(), What::Thing(self));
        let last: Option<String> = tx
            .prepare_cached(
                "SELECT content FROM history WHERE job_id = 0 AND what = ?1 AND subject = ?2
                 ORDER BY id DESC LIMIT 1",
            )?
            .query_row(params![self.key(), id], |r| r.get(0))
            .optional()?;
        if last.is_some_and(|last| last == history::sha256(&content)) {
            return Ok(());
        }
        history::add(
            tx,
            &Change { job_id: 0, subject: id, at: &at, who: by, what, content: &content },
        )
    }
}

/// Writes down what was there before the history knew of it.
pub(crate) fn take_over(db: &mut Connection) -> Result<(), StoreError> {
    let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
    for thing in Thing::ALL {
        let ids: Vec<i64> = {
            let mut query = tx.prepare(thing.ids())?;
            query.query_map([], |r| r.get(0))?.collect::<Result<_, _>>()?
        };
        for id in ids {
            thing.changed(&tx, id, "Jovek")?;
        }
    }
    Ok(tx.commit()?)
}

/// What the history says of things: of each the hash of its last entry.
#[derive(Default)]
pub(crate) struct LastEntries(HashMap<(Thing, i64), String>);

impl LastEntries {
    /// Takes the next entry.
    pub(crate) fn take(&mut self, thing: Thing, id: i64, content: &str) {
        self.0.insert((thing, id), content.to_owned());
    }

    /// Holds them against what is there.
    pub(crate) fn flaws(self, db: &Connection) -> Result<Vec<Flaw>, StoreError> {
        let mut out = Vec::new();
        let place = |thing: Thing, id: i64| say::thing(&thing.key(), &id);
        for (&(thing, id), content) in &self.0 {
            if history::sha256(&thing.bound(db, id)?) != *content {
                let what = say::is_not_what_the_history_says().into();
                out.push(Flaw { place: place(thing, id), what });
            }
        }
        for thing in Thing::ALL {
            let mut query = db.prepare(thing.ids())?;
            for id in query.query_map([], |r| r.get::<_, i64>(0))? {
                let id = id?;
                if !self.0.contains_key(&(thing, id)) {
                    let what = say::stands_in_no_entry().into();
                    out.push(Flaw { place: place(thing, id), what });
                }
            }
        }
        Ok(out)
    }
}
