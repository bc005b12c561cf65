//! Backups on a schedule, while the program serves.

use crate::api::AppState;
use jiff::{SignedDuration, Timestamp};
use jovek_phrases::program as say;
use jovek_store::Store;
use std::path::PathBuf;
use std::time::Duration;

/// How often it is looked whether one is due: a machine that slept makes it soon after.
const LOOKED: Duration = Duration::from_secs(600);

/// Where backups go, and how often.
#[derive(Debug, Clone)]
pub struct Backups {
    /// The folder; made where there is none.
    pub folder: PathBuf,
    /// Hours from one to the next.
    pub every_h: u32,
}

impl Backups {
    /// Makes them as long as the program serves. What goes wrong is said on the console, and tried again.
    pub(crate) async fn keep(self, state: AppState) {
        let every = SignedDuration::from_hours(self.every_h.into());
        loop {
            let folder = self.folder.clone();
            let made = state.reading(move |store| {
                let now = Timestamp::now();
                match Store::is_backup_due(&folder, every, now)? {
                    true => store.back_up_into(&folder, now).map(drop),
                    false => Ok(()),
                }
            });
            if let Err(problem) = made.await {
                eprintln!("{}", say::no_backup_was_made(&self.folder.display(), &problem.detail));
            }
            tokio::time::sleep(LOOKED).await;
        }
    }
}
