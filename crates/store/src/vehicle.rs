//! Vehicles of the fleet, and which job is of which.

use crate::revision::{self, Listed};
use crate::thing::Thing;
use crate::{Store, StoreError};
use jovek_core::job::{FleetVehicle, Job};
use rusqlite::{Connection, OptionalExtension, Row, TransactionBehavior, params};

/// A vehicle with the number of its jobs.
#[derive(Debug, Clone, PartialEq)]
pub struct VehicleRow {
    /// Id.
    pub id: i64,
    /// What is known of it.
    pub vehicle: FleetVehicle,
    /// How many jobs it has, deleted ones left out.
    pub jobs: i64,
}

/// A page of vehicles.
#[derive(Debug, Clone, PartialEq)]
pub struct VehiclePage {
    /// The vehicles, by unit.
    pub rows: Vec<VehicleRow>,
    /// How many there are in all.
    pub found: i64,
}

const COLUMNS: &str = "SELECT v.id, v.body,
        (SELECT COUNT(*) FROM job j WHERE j.vehicle_id = v.id AND j.deleted_at IS NULL)
     FROM vehicle v";

fn row(r: &Row<'_>) -> rusqlite::Result<(i64, String, i64)> {
    Ok((r.get(0)?, r.get(1)?, r.get(2)?))
}

fn read((id, body, jobs): (i64, String, i64)) -> Result<VehicleRow, StoreError> {
    let vehicle = serde_json::from_str(&body)
        .map_err(|e| StoreError::Damaged { what: format!("vehicle {id}: {e}") })?;
    Ok(VehicleRow { id, vehicle, jobs })
}

impl Store {
    /// Vehicles in whose words every word of `find` stands, by unit: `most` of them from number `from` on.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn vehicles(
        &self,
        find: &str,
        from: usize,
        most: usize,
    ) -> Result<VehiclePage, StoreError> {
        let find = find.to_lowercase();
        let words: Vec<&str> = find.split_whitespace().collect();
        let each: Vec<String> =
            (1..=words.len()).map(|k| format!("instr(v.said, ?{k}) > 0")).collect();
        let holds = if each.is_empty() { "1".to_owned() } else { each.join(" AND ") };
        let (rows, found) = self.connections.read(|db| {
            let count = format!("SELECT COUNT(*) FROM vehicle v WHERE {holds}");
            let asked = rusqlite::params_from_iter(&words);
            let found: i64 = db.query_row(&count, asked, |r| r.get(0))?;
            let page = format!(
                "{COLUMNS} WHERE {holds} ORDER BY v.sort_key, v.id LIMIT {most} OFFSET {from}"
            );
            let mut query = db.prepare(&page)?;
            let rows = query.query_map(rusqlite::params_from_iter(&words), row)?;
            Ok((rows.collect::<Result<Vec<_>, _>>()?, found))
        })?;
        Ok(VehiclePage { rows: rows.into_iter().map(read).collect::<Result<_, _>>()?, found })
    }

    /// One vehicle.
    ///
    /// # Errors
    /// [`StoreError::NoVehicle`] when there is none of that id.
    pub fn vehicle(&self, id: i64) -> Result<VehicleRow, StoreError> {
        let found = self.connections.read(|db| {
            let mut query = db.prepare_cached(&format!("{COLUMNS} WHERE v.id = ?1"))?;
            Ok(query.query_row([id], row).optional()?)
        })?;
        read(found.ok_or(StoreError::NoVehicle { id })?)
    }

    /// The jobs of a vehicle, newest first; deleted ones left out.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn jobs_of(&self, vehicle: i64) -> Result<Vec<Listed>, StoreError> {
        let raw = self.connections.read(|db| {
            let of = format!(
                "{} WHERE j.vehicle_id = ?1 AND j.deleted_at IS NULL ORDER BY j.id DESC",
                revision::head_sql()
            );
            let mut query = db.prepare_cached(&of)?;
            Ok(query.query_map([vehicle], revision::row)?.collect::<Result<Vec<_>, _>>()?)
        })?;
        Ok(raw.into_iter().map(revision::Raw::listed).collect())
    }

    /// Adds a vehicle, or changes the one of an id. Its jobs stay its own, whatever it is called. Returns its id.
    ///
    /// # Errors
    /// [`StoreError::UnitTaken`] where another one is called so, [`StoreError::NoVehicle`].
    pub fn put_vehicle(
        &self,
        id: Option<i64>,
        vehicle: &FleetVehicle,
        by: &str,
    ) -> Result<i64, StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let other = of_unit(&tx, &vehicle.unit)?.filter(|other| Some(*other) != id);
            if other.is_some() {
                return Err(StoreError::UnitTaken { unit: vehicle.unit.clone() });
            }
            let id = match id {
                None => add(&tx, vehicle, by)?,
                Some(id) => change(&tx, id, vehicle, by)?,
            };
            tx.commit()?;
            Ok(id)
        })
    }

    /// Takes vehicles into the register, all or none: one whose unit is there gets the new facts.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be written; then nothing is taken.
    pub fn take_vehicles(&self, vehicles: &[FleetVehicle], by: &str) -> Result<(), StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            for vehicle in vehicles {
                match of_unit(&tx, &vehicle.unit)? {
                    None => add(&tx, vehicle, by)?,
                    Some(id) => change(&tx, id, vehicle, by)?,
                };
            }
            Ok(tx.commit()?)
        })
    }

    /// Takes a vehicle out of the register.
    ///
    /// # Errors
    /// [`StoreError::VehicleHasJobs`] while it has any, deleted ones that are kept among them.
    pub fn forget_vehicle(&self, id: i64, by: &str) -> Result<(), StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let of = "SELECT COUNT(*) FROM job WHERE vehicle_id = ?1";
            let jobs: i64 = tx.query_row(of, [id], |r| r.get(0))?;
            if jobs > 0 {
                return Err(StoreError::VehicleHasJobs { jobs });
            }
            if tx.execute("DELETE FROM vehicle WHERE id = ?1", [id])? == 0 {
                return Err(StoreError::NoVehicle { id });
            }
            Thing::Vehicle.changed(&tx, id, by)?;
            Ok(tx.commit()?)
        })
    }
}

/// Jobs of a file that was made before there were vehicles get theirs.
pub(crate) fn take_over(db: &mut Connection) -> Result<(), StoreError> {
    let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
    let without: Vec<i64> = {
        let mut query = tx.prepare("SELECT id FROM job WHERE vehicle_id IS NULL ORDER BY id")?;
        query.query_map([], |r| r.get(0))?.collect::<Result<_, _>>()?
    };
    for id in without {
        // One that cannot be read has no vehicle until it can.
        if let Ok(job) = revision::head(&tx, id).and_then(|head| head.job()) {
            link(&tx, id, &job, "Jovek")?;
        }
    }
    Ok(tx.commit()?)
}

/// A job becomes one of the vehicle that its unit names; a unit that nobody knew is a new vehicle. Returns the vehicle.
pub(crate) fn link(
    db: &Connection,
    job_id: i64,
    job: &Job,
    by: &str,
) -> Result<Option<i64>, StoreError> {
    let unit = job.unit.trim();
    let vehicle = match (unit.is_empty(), of_unit(db, unit)?) {
        (true, _) => None,
        (_, Some(known)) => Some(known),
        (_, None) => {
            let model = job.vehicle.name.clone();
            let new = FleetVehicle { unit: unit.to_owned(), model, ..Default::default() };
            Some(add(db, &new, by)?)
        }
    };
    db.execute("UPDATE job SET vehicle_id = ?2 WHERE id = ?1", params![job_id, vehicle])?;
    Ok(vehicle)
}

fn of_unit(db: &Connection, unit: &str) -> Result<Option<i64>, StoreError> {
    let mut query = db.prepare_cached("SELECT id FROM vehicle WHERE unit_key = ?1")?;
    Ok(query.query_row([unit_key(unit)], |r| r.get(0)).optional()?)
}

fn add(db: &Connection, vehicle: &FleetVehicle, by: &str) -> Result<i64, StoreError> {
    db.prepare_cached(
        "INSERT INTO vehicle (unit_key, sort_key, said, body) VALUES (?1, ?2, ?3, ?4)",
    )?
    .execute(params![
        unit_key(&vehicle.unit),
        sort_key(&vehicle.unit),
        said(vehicle),
        body(vehicle)?
    ])?;
    let id = db.last_insert_rowid();
    Thing::Vehicle.changed(db, id, by)?;
    Ok(id)
}

fn change(db: &Connection, id: i64, vehicle: &FleetVehicle, by: &str) -> Result<i64, StoreError> {
    let changed = db
        .prepare_cached(
            "UPDATE vehicle SET unit_key = ?2, sort_key = ?3, said = ?4, body = ?5 WHERE id = ?1",
        )?
        .execute(params![
            id,
            unit_key(&vehicle.unit),
            sort_key(&vehicle.unit),
            said(vehicle),
            body(vehicle)?
        ])?;
    if changed == 0 {
        return Err(StoreError::NoVehicle { id });
    }
    Thing::Vehicle.changed(db, id, by)?;
    Ok(id)
}

fn body(vehicle: &FleetVehicle) -> Result<String, StoreError> {
    serde_json::to_string(vehicle).map_err(|e| StoreError::Damaged { what: e.to_string() })
}

fn unit_key(unit: &str) -> String {
    unit.trim().to_lowercase()
}

/// Digits of a number that a unit holds, filled up to this.
const FILLED: usize = 10;

/// What units are sorted by, so that they stand as people count them: 9, 14, 14b, 100, T3; what has none stands last.
pub fn sort_key(unit: &str) -> String {
    if unit.trim().is_empty() {
        return char::MAX.to_string();
    }
    let (mut out, mut digits) = (String::new(), String::new());
    for letter in unit_key(unit).chars().chain(['\0']) {
        if letter.is_ascii_digit() {
            digits.push(letter);
            continue;
        }
        if !digits.is_empty() {
            out.push_str(&format!("{:0>FILLED$}", std::mem::take(&mut digits)));
        }
        out.push(letter);
    }
    out
}

fn said(vehicle: &FleetVehicle) -> String {
    let FleetVehicle { unit, model, trim, options, plate, odometer_km: _, depot } = vehicle;
    let words = [unit, model, trim, plate, depot].into_iter().chain(options);
    words.map(|w| w.to_lowercase()).collect::<Vec<_>>().join("\n")
}

#[cfg(test)]
mod tests {
    use super::sort_key;

    #[test]
    fn units_stand_as_people_count_them() {
        let mut units = ["T3", "100", "14", "9", "t20", "14b"];
        units.sort_by_key(|u| sort_key(u));
        assert_eq!(units, ["9", "14", "14b", "100", "T3", "t20"]);
    }
}
