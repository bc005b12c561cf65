//! The people of the workshop: accounts, the links by which they come in first, their sessions.

use crate::thing::Thing;
use crate::{Store, StoreError, now, token};
use rusqlite::{Connection, OptionalExtension, Row, TransactionBehavior, params};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What a person may do: each all that the one before may, and more.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
)]
#[serde(rename_all = "snake_case")]
pub enum Role {
    /// Reads, practises, sets marks, takes readings and pictures.
    Apprentice,
    /// Changes jobs: what was found, measured and built otherwise.
    Fitter,
    /// Makes jobs and takes them away; vehicles, stock, recalls.
    Planner,
    /// Signs and opens again; kits, the shop's habits, people.
    Lead,
}

impl Role {
    /// All of them, who may least first.
    pub const ALL: [Role; 4] = [Role::Apprentice, Role::Fitter, Role::Planner, Role::Lead];

    /// As it stands in the store.
    pub fn key(self) -> &'static str {
        match self {
            Role::Apprentice => "apprentice",
            Role::Fitter => "fitter",
            Role::Planner => "planner",
            Role::Lead => "lead",
        }
    }

    fn of(key: &str) -> Result<Role, StoreError> {
        let known = Role::ALL.into_iter().find(|role| role.key() == key);
        known.ok_or_else(|| StoreError::Damaged { what: format!("role {key}") })
    }
}

/// Number of a person.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(transparent)]
pub struct PersonId(pub i64);

/// A person with an account.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Person {
    /// Number.
    pub id: PersonId,
    /// As the history calls them.
    pub name: String,
    /// What they may do.
    pub role: Role,
    /// True once a password was set.
    pub has_password: bool,
    /// True for an account that lets nobody in any more.
    pub is_closed: bool,
}

/// Days in which an invitation is taken.
pub const INVITATION_DAYS: i64 = 7;
/// Days that a session lasts: a month of work, then the password is asked for again.
pub const SESSION_DAYS: i64 = 30;

const COLUMNS: &str =
    "SELECT p.id, p.name, p.role, p.password IS NOT NULL, p.closed_at IS NOT NULL FROM person p";

type Raw = (i64, String, String, bool, bool);

fn raw(r: &Row<'_>) -> rusqlite::Result<Raw> {
    Ok((r.get(0)?, r.get(1)?, r.get(2)?, r.get(3)?, r.get(4)?))
}

fn read((id, name, role, has_password, is_closed): Raw) -> Result<Person, StoreError> {
    Ok(Person { id: PersonId(id), name, role: Role::of(&role)?, has_password, is_closed })
}

fn name_key(name: &str) -> String {
    name.trim().to_lowercase()
}

fn one(db: &Connection, id: PersonId) -> Result<Person, StoreError> {
    let found = db
        .prepare_cached(&format!("{COLUMNS} WHERE p.id = ?1"))?
        .query_row([id.0], raw)
        .optional()?;
    read(found.ok_or(StoreError::NoPerson { id: id.0 })?)
}

fn add(db: &Connection, name: &str, role: Role) -> Result<PersonId, StoreError> {
    let taken = "SELECT COUNT(*) FROM person WHERE name_key = ?1";
    let taken: i64 = db.query_row(taken, [name_key(name)], |r| r.get(0))?;
    if taken > 0 {
        return Err(StoreError::NameTaken { name: name.trim().to_owned() });
    }
    db.execute(
        "INSERT INTO person (name, name_key, role) VALUES (?1, ?2, ?3)",
        params![name.trim(), name_key(name), role.key()],
    )?;
    Ok(PersonId(db.last_insert_rowid()))
}

fn invite(db: &Connection, person: Option<PersonId>) -> Result<String, StoreError> {
    let token = token::new()?;
    match person {
        Some(id) => db.execute("DELETE FROM invitation WHERE person_id = ?1", [id.0])?,
        None => db.execute("DELETE FROM invitation WHERE person_id IS NULL", [])?,
    };
    db.execute(
        "INSERT INTO invitation (token_hash, person_id, until) VALUES (?1, ?2, ?3)",
        params![token::hash(&token), person.map(|p| p.0), token::days_from_now(INVITATION_DAYS)?],
    )?;
    Ok(token)
}

/// At least one lead must be able to come in: nobody else could let people in again.
fn a_lead_is_left(db: &Connection) -> Result<(), StoreError> {
    let leads: i64 = db.query_row(
        "SELECT COUNT(*) FROM person
         WHERE role = 'lead' AND closed_at IS NULL AND password IS NOT NULL",
        [],
        |r| r.get(0),
    )?;
    if leads == 0 { Err(StoreError::LastLead) } else { Ok(()) }
}

impl Store {
    /// Everybody with an account, by name.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn people(&self) -> Result<Vec<Person>, StoreError> {
        let rows = self.connections.read(|db| {
            let mut query = db.prepare_cached(&format!("{COLUMNS} ORDER BY p.name_key"))?;
            Ok(query.query_map([], raw)?.collect::<Result<Vec<_>, _>>()?)
        })?;
        rows.into_iter().map(read).collect()
    }

    /// Adds a person. Returns them with the token of the invitation.
    ///
    /// # Errors
    /// [`StoreError::NameTaken`].
    pub fn add_person(
        &self,
        name: &str,
        role: Role,
        by: &str,
    ) -> Result<(Person, String), StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let id = add(&tx, name, role)?;
            let token = invite(&tx, Some(id))?;
            Thing::Person.changed(&tx, id.0, by)?;
            let person = one(&tx, id)?;
            tx.commit()?;
            Ok((person, token))
        })
    }

    /// Gives a person another role, closes an account or opens it again. Who may less from now on comes in anew.
    ///
    /// # Errors
    /// [`StoreError::NoPerson`]; [`StoreError::LastLead`] where nobody could let people in any more.
    pub fn set_person(
        &self,
        id: PersonId,
        (role, is_closed): (Role, bool),
        by: &str,
    ) -> Result<Person, StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            one(&tx, id)?;
            tx.execute(
                "UPDATE person SET role = ?2, closed_at = CASE WHEN ?3 THEN coalesce(closed_at, ?4) END
                 WHERE id = ?1",
                params![id.0, role.key(), is_closed, now()],
            )?;
            a_lead_is_left(&tx)?;
            tx.execute("DELETE FROM session WHERE person_id = ?1", [id.0])?;
            Thing::Person.changed(&tx, id.0, by)?;
            let person = one(&tx, id)?;
            tx.commit()?;
            Ok(person)
        })
    }

    /// A link by which a person sets a new password; the one before stays good until then. Returns its token.
    ///
    /// # Errors
    /// [`StoreError::NoPerson`].
    pub fn invite(&self, id: PersonId) -> Result<String, StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            one(&tx, id)?;
            let token = invite(&tx, Some(id))?;
            tx.commit()?;
            Ok(token)
        })
    }

    /// A link by which the first lead of a shop comes in; none where there is a lead. Returns its token.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be written.
    pub fn invite_first_lead(&self) -> Result<Option<String>, StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let token = match a_lead_is_left(&tx) {
                Ok(()) => None,
                Err(StoreError::LastLead) => Some(invite(&tx, None)?),
                Err(e) => return Err(e),
            };
            tx.commit()?;
            Ok(token)
        })
    }

    /// Whom an invitation is for: a person, or nobody yet for the first lead.
    ///
    /// # Errors
    /// [`StoreError::NoInvitation`] where it was never made, was taken, or its time is over.
    pub fn invited(&self, token: &str) -> Result<Option<Person>, StoreError> {
        self.connections.read(|db| match invited(db, token)? {
            Some(id) => one(db, id).map(Some),
            None => Ok(None),
        })
    }

    /// Takes an invitation: sets the password, which is given as its hash. The first lead says the name. All sessions
    /// of the person end.
    ///
    /// # Errors
    /// [`StoreError::NoInvitation`], [`StoreError::NameTaken`].
    pub fn join(&self, token: &str, name: &str, password: &str) -> Result<Person, StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let id = match invited(&tx, token)? {
                Some(id) => id,
                None => add(&tx, name, Role::Lead)?,
            };
            tx.execute("UPDATE person SET password = ?2 WHERE id = ?1", params![id.0, password])?;
            tx.execute("DELETE FROM invitation WHERE token_hash = ?1", [token::hash(token)])?;
            tx.execute("DELETE FROM session WHERE person_id = ?1", [id.0])?;
            let person = one(&tx, id)?;
            Thing::Person.changed(&tx, id.0, &person.name)?;
            tx.commit()?;
            Ok(person)
        })
    }

    /// The person of a name with the hash of their password; none where nobody of that name may come in.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn person_named(&self, name: &str) -> Result<Option<(Person, String)>, StoreError> {
        let found = self.connections.read(|db| {
            let sql = format!(
                "{COLUMNS} WHERE p.name_key = ?1 AND p.password IS NOT NULL AND p.closed_at IS NULL"
            );
            let person = db.prepare_cached(&sql)?.query_row([name_key(name)], raw).optional()?;
            let Some(person) = person else { return Ok(None) };
            let password = db
                .prepare_cached("SELECT password FROM person WHERE id = ?1")?
                .query_row([person.0], |r| r.get(0))?;
            Ok(Some((person, password)))
        })?;
        found.map(|(person, password)| Ok((read(person)?, password))).transpose()
    }

    /// Begins a session of a person. Returns its token.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be written.
    pub fn begin_session(&self, id: PersonId) -> Result<String, StoreError> {
        self.connections.write(|db| {
            let token = token::new()?;
            db.execute("DELETE FROM session WHERE until <= ?1", [now()])?;
            db.execute(
                "INSERT INTO session (token_hash, person_id, until) VALUES (?1, ?2, ?3)",
                params![token::hash(&token), id.0, token::days_from_now(SESSION_DAYS)?],
            )?;
            Ok(token)
        })
    }

    /// Who a session is of; none where it ended or the account was closed.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn person_of_session(&self, token: &str) -> Result<Option<Person>, StoreError> {
        let found = self.connections.read(|db| {
            let sql = format!(
                "{COLUMNS} JOIN session s ON s.person_id = p.id
                 WHERE s.token_hash = ?1 AND s.until > ?2 AND p.closed_at IS NULL"
            );
            let asked = params![token::hash(token), now()];
            Ok(db.prepare_cached(&sql)?.query_row(asked, raw).optional()?)
        })?;
        found.map(read).transpose()
    }

    /// Ends a session, or all of its person.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be written.
    pub fn end_session(&self, token: &str, everywhere: bool) -> Result<(), StoreError> {
        let one = "DELETE FROM session WHERE token_hash = ?1";
        let all = "DELETE FROM session WHERE person_id =
            (SELECT person_id FROM session WHERE token_hash = ?1)";
        self.connections.write(|db| {
            db.execute(if everywhere { all } else { one }, [token::hash(token)])?;
            Ok(())
        })
    }

    /// True where a person can come in: then nobody works here without being let in.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn has_people(&self) -> Result<bool, StoreError> {
        self.connections.read(|db| {
            let any = "SELECT EXISTS (SELECT 1 FROM person WHERE password IS NOT NULL)";
            Ok(db.query_row(any, [], |r| r.get(0))?)
        })
    }
}

/// Whom an invitation is for.
fn invited(db: &Connection, token: &str) -> Result<Option<PersonId>, StoreError> {
    let found: Option<Option<i64>> = db
        .prepare_cached("SELECT person_id FROM invitation WHERE token_hash = ?1 AND until > ?2")?
        .query_row(params![token::hash(token), now()], |r| r.get(0))
        .optional()?;
    let id = found.ok_or(StoreError::NoInvitation)?;
    Ok(id.map(PersonId))
}
