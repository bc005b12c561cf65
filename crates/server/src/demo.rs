//! The demo jobs, shipped inside the program.

use anyhow::Context;
use jovek_core::job::Job;
use jovek_store::Store;
use rust_embed::RustEmbed;

#[derive(RustEmbed)]
#[folder = "../../demo"]
struct DemoFiles;

/// The demo jobs by file name.
///
/// # Errors
/// A demo file that is not a sound job.
pub fn jobs() -> anyhow::Result<Vec<(String, Job)>> {
    DemoFiles::iter()
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
pub fn load(store: &mut Store) -> anyhow::Result<()> {
    for (_, job) in jobs()? {
        store.create(&job, "Halt Lane")?;
    }
    Ok(())
}
