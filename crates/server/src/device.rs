//! A device that speaks SCPI over TCP: a real meter, or one of the stand-ins.

use jovek_phrases::refusals as say;
use std::time::Duration;
use tokio::io::{AsyncBufReadExt, AsyncReadExt, AsyncWriteExt, BufReader};
use tokio::net::TcpStream;
use tokio::time::timeout;

/// How long a device may take to connect or to answer.
const WAIT: Duration = Duration::from_secs(4);
/// Longest answer that is read.
const MOST_BYTES: u64 = 64 * 1024;
/// What a stand-in of this program calls itself first.
const STAND_IN: &str = "JOVEK,";
/// From this value on SCPI means overload.
const OVERLOAD: f64 = 9.0e37;

/// Why a device gives no answer.
#[derive(Debug, thiserror::Error)]
pub enum DeviceError {
    /// It cannot be reached.
    #[error("{}", say::cannot_be_reached(.address, .why))]
    Unreachable {
        /// The address.
        address: String,
        /// Why.
        why: String,
    },
    /// It is silent.
    #[error("{}", say::does_not_answer(.address))]
    Silent {
        /// The address.
        address: String,
    },
    /// It refuses.
    #[error("{}", say::the_device_refuses(.command, .error))]
    Refused {
        /// What was sent.
        command: String,
        /// Its error.
        error: String,
    },
    /// This machine itself, and no stand-in: whatever else listens here is nobody's meter.
    #[error("{}", say::this_machine_is_no_stand_in(.address))]
    ThisMachine {
        /// The address.
        address: String,
    },
    /// What it says is no figure.
    #[error("{}", say::no_figure_answered(.answer))]
    NoFigure {
        /// Its answer.
        answer: String,
    },
}

/// A connection.
pub struct Line {
    address: String,
    stream: BufReader<TcpStream>,
    /// What it calls itself.
    pub identity: String,
}

impl Line {
    /// Connects and asks who it is.
    ///
    /// # Errors
    /// [`DeviceError`].
    pub async fn open(address: &str) -> Result<Line, DeviceError> {
        let unreachable = |why: String| DeviceError::Unreachable { address: address.into(), why };
        let stream = timeout(WAIT, TcpStream::connect(address))
            .await
            .map_err(|_| unreachable(say::no_answer().into()))?
            .map_err(|e| unreachable(e.to_string()))?;
        // Who speaks to itself has one address at both ends.
        let is_here = stream.peer_addr().ok().zip(stream.local_addr().ok());
        let is_here = is_here.is_none_or(|(there, here)| there.ip() == here.ip());
        let stream = BufReader::new(stream);
        let mut line = Line { address: address.into(), stream, identity: String::new() };
        let identity = line.ask("*IDN?").await;
        if is_here && !identity.as_ref().is_ok_and(|who| who.starts_with(STAND_IN)) {
            return Err(DeviceError::ThisMachine { address: line.address });
        }
        line.identity = identity?;
        Ok(line)
    }

    async fn send(&mut self, command: &str) -> Result<(), DeviceError> {
        let silent = || DeviceError::Silent { address: self.address.clone() };
        let text = format!("{}\n", command.replace(['\n', '\r'], " "));
        let sent = timeout(WAIT, self.stream.get_mut().write_all(text.as_bytes())).await;
        sent.map_err(|_| silent())?.map_err(|_| silent())
    }

    async fn ask(&mut self, command: &str) -> Result<String, DeviceError> {
        self.send(command).await?;
        let mut bytes = Vec::new();
        let mut limited = (&mut self.stream).take(MOST_BYTES);
        let read = timeout(WAIT, limited.read_until(b'\n', &mut bytes)).await;
        match read {
            Ok(Ok(n)) if n > 0 => Ok(String::from_utf8_lossy(&bytes).trim().to_owned()),
            _ => Err(DeviceError::Silent { address: self.address.clone() }),
        }
    }

    /// The oldest error that the device keeps; none where it is content.
    async fn error(&mut self) -> Result<Option<String>, DeviceError> {
        let answer = self.ask("SYST:ERR?").await?;
        let number = answer.split(',').next().unwrap_or_default().trim();
        let is_none = number.trim_start_matches('+') == "0";
        Ok((!is_none).then_some(answer))
    }

    /// Sends a command; a question is answered.
    ///
    /// # Errors
    /// [`DeviceError`] where the device refuses it.
    pub async fn command(&mut self, command: &str) -> Result<Option<String>, DeviceError> {
        let header = command.split_whitespace().next().unwrap_or_default();
        if !header.ends_with('?') {
            self.send(command).await?;
            return match self.error().await? {
                Some(error) => Err(DeviceError::Refused { command: command.into(), error }),
                None => Ok(None),
            };
        }
        // A question that a device refuses stays unanswered: what it asks about itself comes first then.
        let answer = self.ask(&format!("{command};:SYST:ERR?")).await?;
        let (text, error) = match answer.rsplit_once(';') {
            Some((text, error)) => (text.to_owned(), error.to_owned()),
            None => (String::new(), answer.clone()),
        };
        let is_content = error.trim_start_matches('+').starts_with("0,");
        match is_content {
            true => Ok(Some(text)),
            false => Err(DeviceError::Refused { command: command.into(), error }),
        }
    }

    /// Takes a reading of a check, or of a marked spot in lx: the stand-in puts its leads itself; at a real one a hand does.
    ///
    /// # Errors
    /// [`DeviceError`].
    pub async fn measure(&mut self, check: &str, unit: &str) -> Result<f64, DeviceError> {
        if self.identity.starts_with(STAND_IN) {
            let route = if unit == "lx" { "SPOT" } else { "CHEC" };
            self.command(&format!("ROUT:{route} \"{}\"", check.replace('"', ""))).await?;
        }
        let ask = match unit {
            "A" => "MEAS:CURR:DC?",
            "ohm" => "MEAS:RES?",
            "lx" => "MEAS:ILL?",
            _ => "MEAS:VOLT:DC?",
        };
        let answer = self.command(ask).await?.unwrap_or_default();
        let figure: Option<f64> = answer.trim().parse().ok();
        match figure.filter(|v| v.is_finite()) {
            // Overload of an ohmmeter: nothing joins its leads.
            Some(v) if v >= OVERLOAD && unit == "ohm" => {
                Ok(jovek_core::catalog::meter::OVERLOAD_OHM)
            }
            Some(v) if v.abs() < OVERLOAD => Ok(v),
            _ => Err(DeviceError::NoFigure { answer }),
        }
    }
}
