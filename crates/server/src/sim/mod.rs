//! Small stand-ins for devices of the workshop, each a line protocol over TCP: a multimeter on the simulated
//! vehicle, a lux meter, a trailer lamp tester, a body module with lamp monitoring and a coding value.

mod lux;
mod meter;
mod module;
pub mod scpi;
mod tester;

pub use lux::LuxSession;
pub use meter::MeterSession;
pub use module::ModuleSession;
pub use tester::TesterSession;

use anyhow::Context;
use scpi::{Command, MOST_CHARS, ScpiError};
use std::collections::VecDeque;
use std::io::{BufRead, BufReader, Read, Write};
use std::net::{SocketAddr, TcpListener, TcpStream};

/// One connection to a device.
pub trait Session {
    /// What `*IDN?` answers: maker, model, serial number, firmware.
    fn identity(&self) -> String;

    /// Does a command; a question gets an answer.
    ///
    /// # Errors
    /// [`ScpiError`], kept for `SYSTem:ERRor?`.
    fn perform(&mut self, command: &Command) -> Result<Option<String>, ScpiError>;
}

/// Most errors that a device keeps.
const MOST_ERRORS: usize = 20;

/// Answers one line: commands divided by semicolons.
pub fn answer(session: &mut dyn Session, errors: &mut VecDeque<ScpiError>, line: &str) -> String {
    let mut answers = Vec::new();
    for text in split(line) {
        let done = Command::read(&text).and_then(|c| {
            if c.is("*IDN") && c.is_query {
                Ok(Some(session.identity()))
            } else if c.is("*CLS") {
                errors.clear();
                Ok(None)
            } else if c.is("*OPC") && c.is_query {
                Ok(Some("1".into()))
            } else if c.is("SYSTem:ERRor") && c.is_query {
                let none = ScpiError(0, "No error".into());
                Ok(Some(errors.pop_front().unwrap_or(none).to_string()))
            } else {
                session.perform(&c)
            }
        });
        match done {
            Ok(Some(text)) => answers.push(text),
            Ok(None) => {}
            Err(e) => {
                if errors.len() == MOST_ERRORS {
                    errors.pop_back();
                }
                errors.push_back(e);
            }
        }
    }
    answers.join(";")
}

/// Splits a line at semicolons outside of quotes.
fn split(line: &str) -> Vec<String> {
    let mut out = vec![String::new()];
    let mut quote = None;
    for c in line.chars() {
        match (quote, c) {
            (Some(q), c) if c == q => quote = None,
            (None, '"' | '\'') => quote = Some(c),
            (None, ';') => {
                out.push(String::new());
                continue;
            }
            _ => {}
        }
        if let Some(last) = out.last_mut() {
            last.push(c);
        }
    }
    out.retain(|t| !t.trim().is_empty());
    out
}

/// Listens and serves one connection after the other, each with a session of its own, until the program is
/// stopped.
///
/// # Errors
/// The address cannot be listened on.
pub fn serve<'a>(
    listen: SocketAddr,
    name: &str,
    session: impl Fn() -> Box<dyn Session + 'a> + Sync,
) -> anyhow::Result<()> {
    let listener =
        TcpListener::bind(listen).with_context(|| format!("{listen} cannot be listened on"))?;
    println!("Simulated {name} listens on {}", listener.local_addr()?);
    std::thread::scope(|scope| {
        for stream in listener.incoming().flatten() {
            scope.spawn(|| {
                // A client that goes away ends its own session only.
                let _ = talk(stream, session().as_mut());
            });
        }
    });
    Ok(())
}

fn talk(stream: TcpStream, session: &mut dyn Session) -> std::io::Result<()> {
    let mut out = stream.try_clone()?;
    let mut reader = BufReader::new(stream);
    let mut errors = VecDeque::new();
    loop {
        let mut line = Vec::new();
        let most = MOST_CHARS as u64 + 2;
        if reader.by_ref().take(most).read_until(b'\n', &mut line)? == 0 {
            return Ok(());
        }
        let answer = answer(session, &mut errors, &String::from_utf8_lossy(&line));
        if !answer.is_empty() {
            out.write_all(answer.as_bytes())?;
            out.write_all(b"\n")?;
        }
    }
}
