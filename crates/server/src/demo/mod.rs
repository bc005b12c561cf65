//! The demo, shipped inside the program: jobs, stock, vehicles, twelve pickups of one kit, and the workshop's people.

mod people;
mod pickups;

use anyhow::Context;
use jiff::{SignedDuration, Timestamp, Unit};
use jovek_core::job::Job;
use jovek_store::Store;
use rust_embed::RustEmbed;

#[derive(RustEmbed)]
#[folder = "../../demo"]
struct DemoFiles;

/// What the workshop of the demo has on its shelf.
const STOCK: &str = "stock.csv";
/// Who brought them in.
const HALT_LANE: &str = "Halt Lane";
/// Who works there, in the order of what they may do.
const APPRENTICE: &str = "Tamsin";
const FITTER: &str = "Mara";
const PLANNER: &str = "Odell";
const LEAD: &str = "Ines";
/// The vehicles that it looks after.
const VEHICLES: &str = "vehicles.csv";

pub use people::add_people;

/// The demo jobs by file name.
///
/// # Errors
/// A demo file that is not a sound job.
pub fn jobs() -> anyhow::Result<Vec<(String, Job)>> {
    DemoFiles::iter()
        // In folders stands what is no job by itself.
        .filter(|name| name.ends_with(".json") && !name.contains('/'))
        .map(|name| {
            let job = Job::read(&text(&name)?).with_context(|| name.to_string())?;
            Ok((name.to_string(), job))
        })
        .collect()
}

/// Puts the demo jobs into a store.
///
/// # Errors
/// As [`jobs`], or the store's.
pub fn load(store: &Store) -> anyhow::Result<()> {
    let vehicles = jovek_core::fleet::read(&text(VEHICLES)?, &[])?;
    let vehicles: Vec<_> = vehicles.good.into_iter().map(|row| row.vehicle).collect();
    store.take_vehicles(&vehicles, HALT_LANE)?;
    let now = Timestamp::now();
    for (_, mut job) in jobs()? {
        worked_lately(&mut job, now);
        store.create(&job, HALT_LANE)?;
    }
    pickups::lay(store, &Job::read(&text(pickups::KIT)?)?, now)?;
    let list = jovek_core::stock::read(&text(STOCK)?)?;
    store.take_stock(&list.good, HALT_LANE)?;
    Ok(())
}

fn text(name: &str) -> anyhow::Result<String> {
    let file = DemoFiles::get(name).with_context(|| format!("the demo's {name}"))?;
    Ok(std::str::from_utf8(&file.data)?.to_owned())
}

/// Moves the marks of the work so that the last was set two hours ago: the glue of the demo is curing whenever
/// it is started.
fn worked_lately(job: &mut Job, now: Timestamp) {
    let times: Vec<Option<Timestamp>> = job.work.iter().map(|m| m.at.parse().ok()).collect();
    let Some(last) = times.iter().flatten().max() else { return };
    let ago = now.duration_since(*last) - SignedDuration::from_hours(2);
    for (mark, at) in job.work.iter_mut().zip(&times) {
        let moved = at.and_then(|at| at.checked_add(ago).ok()?.round(Unit::Second).ok());
        if let Some(moved) = moved {
            mark.at = moved.to_string();
        }
    }
}
