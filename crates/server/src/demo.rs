//! The demo jobs, shipped inside the program.

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

/// The demo jobs by file name.
///
/// # Errors
/// A demo file that is not a sound job.
pub fn jobs() -> anyhow::Result<Vec<(String, Job)>> {
    DemoFiles::iter()
        .filter(|name| name.ends_with(".json"))
        .map(|name| {
            let file = DemoFiles::get(&name).context("embedded file")?;
            let text = std::str::from_utf8(&file.data)?.to_owned();
            let job = Job::read(&text).with_context(|| name.to_string())?;
            Ok((name.to_string(), job))
        })
        .collect()
}

/// Puts the demo jobs into a store.
///
/// # Errors
/// As [`jobs`], or the store's.
pub fn load(store: &Store) -> anyhow::Result<()> {
    let now = Timestamp::now();
    for (_, mut job) in jobs()? {
        worked_lately(&mut job, now);
        store.create(&job, "Halt Lane")?;
    }
    let list = DemoFiles::get(STOCK).context("the demo's stock")?;
    let list = jovek_core::stock::read(std::str::from_utf8(&list.data)?)?;
    store.take_stock(&list.good)?;
    Ok(())
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
