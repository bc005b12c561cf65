//! What the history binds beside jobs: vehicles, kits, recalls, the shop's habits, its stock. After each change an entry
//! holds the hash of the whole thing as it stands; after it went, that of nothing.

use crate::StoreError;
use rusqlite::Connection;
use rusqlite::types::ValueRef;

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
    /// Bays, people and hours.
    Workshop,
}

/// The number of what there is one of.
pub(crate) const THE_ONE: i64 = 1;

impl Thing {
    pub(crate) const ALL: [Thing; 7] = [
        Thing::Vehicle,
        Thing::Kit,
        Thing::Recall,
        Thing::Shop,
        Thing::Stock,
        Thing::Person,
        Thing::Workshop,
    ];

    /// What an entry calls it.
    pub(crate) fn key(self) -> &'static str {
        match self {
            Thing::Vehicle => "vehicle",
            Thing::Kit => "kit",
            Thing::Recall => "recall",
            Thing::Shop => "habits",
            Thing::Stock => "stock",
            Thing::Person => "person",
            Thing::Workshop => "workshop",
        }
    }

    /// Every one of them that is there.
    pub(crate) fn ids(self) -> &'static str {
        match self {
            Thing::Vehicle => "SELECT id FROM vehicle",
            Thing::Kit => "SELECT id FROM kit",
            Thing::Recall => "SELECT id FROM recall",
            Thing::Shop => "SELECT id FROM shop",
            Thing::Stock => "SELECT 1 WHERE EXISTS (SELECT 1 FROM stock)",
            Thing::Person => "SELECT id FROM person",
            Thing::Workshop => "SELECT id FROM workshop",
        }
    }

    /// All that is to be bound of one, in a fixed order.
    fn rows(self) -> &'static str {
        match self {
            Thing::Vehicle => "SELECT body FROM vehicle WHERE id = ?1",
            Thing::Kit => {
                // Rows of a later kind stand behind: where there are none, an older entry still holds.
                "SELECT k.name, k.pattern_job, k.may_differ, i.issue, i.body, i.issued_at, i.issued_by
                 FROM kit k LEFT JOIN kit_issue i ON i.kit_id = k.id WHERE k.id = ?1
                 UNION ALL SELECT '', kit_id, quantity, part, '', '', ''
                 FROM reservation WHERE kit_id = ?1 ORDER BY 4"
            }
            Thing::Recall => {
                "SELECT r.name, r.why, r.made_at, r.made_by, o.job_id, o.done_at, o.done_by, o.note
                 FROM recall r LEFT JOIN recall_job o ON o.recall_id = r.id
                 WHERE r.id = ?1 ORDER BY o.job_id"
            }
            Thing::Shop => "SELECT habits FROM shop WHERE id = ?1",
            Thing::Stock => {
                "SELECT part, held, price, unit FROM stock WHERE ?1 = 1
                 UNION ALL SELECT part, 'pack', pack, '' FROM stock
                 WHERE ?1 = 1 AND pack IS NOT NULL ORDER BY 1, 2"
            }
            // A password that is set anew is no change of the person.
            Thing::Person => "SELECT name, role, closed_at FROM person WHERE id = ?1",
            Thing::Workshop => "SELECT body FROM workshop WHERE id = ?1",
        }
    }

    /// The bytes of one: each field with its kind and length, so that none can run into the next.
    pub(crate) fn bound(self, db: &Connection, id: i64) -> Result<Vec<u8>, StoreError> {
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
}
