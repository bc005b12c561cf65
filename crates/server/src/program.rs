//! Which program this is: what it worked out and kept is as good as long as it is the same one.

use jovek_phrases::yard as say;
use std::time::SystemTime;

/// Tells this build, speaking its language, from any other: by the size and the time of its file.
pub fn name() -> String {
    let file = std::env::current_exe().and_then(std::fs::metadata);
    let (bytes, at) = file.map_or((0, None), |f| (f.len(), f.modified().ok()));
    let at = at.and_then(|at| at.duration_since(SystemTime::UNIX_EPOCH).ok());
    let at = at.map_or(0, |since| since.as_nanos());
    format!("{} {bytes} {at} {}", env!("CARGO_PKG_VERSION"), say::done())
}
