//! One connection that writes and a few that read beside it: who reads does not wait for who writes.

use crate::StoreError;
use crate::file::OpenFile;
use rusqlite::{Connection, OpenFlags};
use std::path::Path;
use std::sync::{Condvar, Mutex, MutexGuard};
use std::time::Duration;

/// How long a write waits for another program to let go of the file.
const BUSY_WAIT: Duration = Duration::from_secs(3);
/// Connections that read: so many reads go on at once.
pub const READERS: usize = 4;

/// The connections to one database.
pub(crate) struct Connections {
    /// None for a database in memory, which has one connection alone. Closed before the writer: the last connection
    /// takes the log into the file, and one that only reads cannot.
    readers: Option<Readers>,
    writer: Mutex<Connection>,
    file: Option<OpenFile>,
}

struct Readers {
    idle: Mutex<Vec<Connection>>,
    came_back: Condvar,
}

/// A reader that is lent, and goes back when it is dropped.
struct Lent<'a> {
    readers: &'a Readers,
    db: Option<Connection>,
}

impl Connections {
    /// Around a writer that is ready; `path` is its file, none in memory.
    pub(crate) fn new(writer: Connection, path: Option<&Path>) -> Result<Self, StoreError> {
        let readers = path.map(Readers::open).transpose()?;
        let file = path.map(OpenFile::new).transpose()?;
        Ok(Connections { writer: Mutex::new(writer), readers, file })
    }

    fn writer(&self) -> MutexGuard<'_, Connection> {
        // A panic elsewhere leaves the database sound: each write is one transaction.
        self.writer.lock().unwrap_or_else(|e| e.into_inner())
    }

    /// Reads, beside whoever writes. Where it fails because the file went away, that is what is said.
    pub(crate) fn read<T>(
        &self,
        work: impl FnOnce(&Connection) -> Result<T, StoreError>,
    ) -> Result<T, StoreError> {
        let Some(readers) = &self.readers else { return work(&self.writer()) };
        let mut lent = readers.lend();
        let read = match &mut lent.db {
            Some(db) => work(db),
            None => work(&self.writer()),
        };
        read.or_else(|failed| self.is_still_there().and(Err(failed)))
    }

    /// Writes, one after the other. A file that went away or was replaced meanwhile is noticed before the answer.
    pub(crate) fn write<T>(
        &self,
        work: impl FnOnce(&mut Connection) -> Result<T, StoreError>,
    ) -> Result<T, StoreError> {
        let mut db = self.writer();
        self.is_still_there()?;
        let done = work(&mut db)?;
        self.is_still_there()?;
        Ok(done)
    }

    fn is_still_there(&self) -> Result<(), StoreError> {
        self.file.as_ref().map_or(Ok(()), OpenFile::is_still_there)
    }
}

impl Readers {
    fn open(path: &Path) -> Result<Readers, StoreError> {
        let one = || -> Result<Connection, StoreError> {
            let flags = OpenFlags::SQLITE_OPEN_READ_ONLY | OpenFlags::SQLITE_OPEN_NO_MUTEX;
            let db = Connection::open_with_flags(path, flags)
                .map_err(|e| StoreError::opening(path, &e))?;
            settle(&db)?;
            Ok(db)
        };
        let idle = (0..READERS).map(|_| one()).collect::<Result<Vec<_>, _>>()?;
        Ok(Readers { idle: Mutex::new(idle), came_back: Condvar::new() })
    }

    fn lend(&self) -> Lent<'_> {
        let mut idle = self.idle.lock().unwrap_or_else(|e| e.into_inner());
        loop {
            match idle.pop() {
                Some(db) => return Lent { readers: self, db: Some(db) },
                None => idle = self.came_back.wait(idle).unwrap_or_else(|e| e.into_inner()),
            }
        }
    }
}

impl Drop for Lent<'_> {
    fn drop(&mut self) {
        if let Some(db) = self.db.take() {
            self.readers.idle.lock().unwrap_or_else(|e| e.into_inner()).push(db);
            self.readers.came_back.notify_one();
        }
    }
}

/// What every connection waits for.
pub(crate) fn settle(db: &Connection) -> Result<(), StoreError> {
    Ok(db.busy_timeout(BUSY_WAIT)?)
}
