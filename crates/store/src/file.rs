//! The database's file: whether it is ours, still the one that was opened, and whole when it is copied.

use crate::StoreError;
use rusqlite::{Connection, OpenFlags};
use std::fs::{File, Metadata};
use std::os::unix::fs::MetadataExt;
use std::path::{Path, PathBuf};

/// A file as it was when it was opened.
pub(crate) struct OpenFile {
    path: PathBuf,
    identity: (u64, u64),
}

fn identity(of: &Metadata) -> (u64, u64) {
    (of.dev(), of.ino())
}

impl OpenFile {
    pub(crate) fn new(path: &Path) -> Result<OpenFile, StoreError> {
        let now = std::fs::metadata(path).map_err(|e| StoreError::file(path, &e))?;
        Ok(OpenFile { path: path.to_owned(), identity: identity(&now) })
    }

    /// The same file still stands under its name.
    pub(crate) fn is_still_there(&self) -> Result<(), StoreError> {
        match std::fs::metadata(&self.path) {
            Ok(now) if identity(&now) == self.identity => Ok(()),
            _ => Err(StoreError::Moved { place: self.path.display().to_string() }),
        }
    }
}

/// A file up to this size is looked at whole when it is opened, bytes.
const WHOLE_BYTES: i64 = 64 << 20;

/// Refuses a damaged file. Of a large one every table is looked at but those of the search, which are made from the others
/// and are most of it: whoever starts the program waits for this.
pub(crate) fn is_sound(db: &Connection) -> Result<(), StoreError> {
    let bytes: i64 = db.query_row(
        "SELECT page_count * page_size FROM pragma_page_count, pragma_page_size",
        [],
        |r| r.get(0),
    )?;
    let looks: Vec<String> = if bytes <= WHOLE_BYTES {
        vec!["PRAGMA integrity_check(1)".into()]
    } else {
        let mut tables = db.prepare(
            "SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'said%'",
        )?;
        let look =
            |r: &rusqlite::Row| Ok(format!("PRAGMA integrity_check('{}')", r.get::<_, String>(0)?));
        tables.query_map([], look)?.collect::<Result<_, _>>()?
    };
    for look in looks {
        let verdict: String = db.query_row(&look, [], |r| r.get(0))?;
        if verdict != "ok" {
            return Err(StoreError::Damaged { what: verdict });
        }
    }
    Ok(())
}

/// Refuses a file that another program made: it gets no table of ours. A file that does not exist, or is empty, may
/// become a database.
pub(crate) fn may_become_ours(path: &Path) -> Result<(), StoreError> {
    match std::fs::metadata(path) {
        Ok(of) if of.len() > 0 => is_ours(path),
        _ => Ok(()),
    }
}

/// Refuses a file that is no whole database of ours: missing, empty, foreign, cut off.
pub(crate) fn is_ours(path: &Path) -> Result<(), StoreError> {
    let place = || path.display().to_string();
    let held = match std::fs::metadata(path) {
        Ok(of) => of.len(),
        Err(_) => return Err(StoreError::Missing { path: place() }),
    };
    if held == 0 {
        return Err(StoreError::Empty { place: place() });
    }
    let db = Connection::open_with_flags(path, OpenFlags::SQLITE_OPEN_READ_ONLY)
        .map_err(|e| StoreError::opening(path, &e))?;
    let ours =
        "SELECT COUNT(*) FROM sqlite_schema WHERE type = 'table' AND name IN ('job', 'revision')";
    let tables: i64 =
        db.query_row(ours, [], |r| r.get(0)).map_err(|e| StoreError::from(e).at(path))?;
    if tables == 2 { Ok(()) } else { Err(StoreError::Foreign { place: place() }) }
}

/// Copies a database to a file: beside it first, looked at, then under its name, so that a half one never stands there.
pub(crate) fn copy_whole(db: &Connection, to: &Path) -> Result<(), StoreError> {
    let mut name = to.file_name().unwrap_or_default().to_owned();
    name.push(".part");
    let part = to.with_file_name(name);
    let done = copied(db, &part).and_then(|()| {
        std::fs::rename(&part, to).map_err(|e| StoreError::file(to, &e))?;
        // The new name itself has to reach the disk.
        let folder = to.parent().filter(|p| !p.as_os_str().is_empty()).unwrap_or(Path::new("."));
        File::open(folder).and_then(|f| f.sync_all()).map_err(|e| StoreError::file(to, &e))
    });
    // Whoever looked at the copy left these beside it, empty: nobody would ever take them away.
    for ending in ["-wal", "-shm"] {
        let mut name = part.as_os_str().to_owned();
        name.push(ending);
        let _ = std::fs::remove_file(PathBuf::from(name));
    }
    if done.is_err() {
        // Nothing but the half copy is lost; that it cannot be removed matters less than why it is half.
        let _ = std::fs::remove_file(&part);
    }
    done
}

fn copied(db: &Connection, part: &Path) -> Result<(), StoreError> {
    if part.exists() {
        std::fs::remove_file(part).map_err(|e| StoreError::file(part, &e))?;
    }
    db.backup("main", part, None).map_err(|e| StoreError::from(e).at(part))?;
    is_ours(part)?;
    File::open(part).and_then(|f| f.sync_all()).map_err(|e| StoreError::file(part, &e))
}
