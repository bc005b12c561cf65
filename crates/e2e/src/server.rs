//! The `jovek` program as a child process.

use anyhow::{Context, Result, bail};
use std::io::{BufRead, BufReader};
use std::path::{Path, PathBuf};
use std::process::{Child, Command, Stdio};

/// The root of the repository.
pub fn repository() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("../..")
}

/// A demo job's file.
pub fn demo_file(unit: &str) -> PathBuf {
    repository().join("demo").join(format!("unit-{unit}.json"))
}

/// The program that was built beside the running test or tool.
///
/// # Errors
/// When it was not built.
pub fn jovek() -> Result<PathBuf> {
    let here = std::env::current_exe()?;
    here.ancestors()
        .skip(1)
        .take(2)
        .map(|folder| folder.join("jovek"))
        .find(|program| program.is_file())
        .context("the jovek program is not built: cargo build -p jovek-server")
}

/// A running `jovek serve` or `jovek demo`; ends with its handle.
#[derive(Debug)]
pub struct Server {
    /// The process.
    pub child: Child,
    /// Where it listens, such as `http://127.0.0.1:4000`.
    pub url: String,
}

impl Server {
    /// Starts a program with arguments on a free port and waits until it listens.
    ///
    /// # Errors
    /// When it does not start or ends before it listens.
    pub fn start(program: &Path, args: &[&str]) -> Result<Self> {
        Self::start_at(program, args, "127.0.0.1:0")
    }

    /// Starts a program with arguments at an address and waits until it listens.
    ///
    /// # Errors
    /// When it does not start or ends before it listens.
    pub fn start_at(program: &Path, args: &[&str], address: &str) -> Result<Self> {
        let mut child = Command::new(program)
            .args(args)
            .args(["--listen", address])
            .stdout(Stdio::piped())
            .spawn()
            .with_context(|| format!("{} does not start", program.display()))?;
        let output = child.stdout.take().context("no standard output")?;
        let mut lines = BufReader::new(output).lines();
        while let Some(line) = lines.next() {
            // The address is the same in every language.
            if let Some((_, address)) = line?.split_once("http://") {
                // What it says from here on must be read, or it stops at the full pipe.
                std::thread::spawn(move || lines.for_each(drop));
                return Ok(Server { child, url: format!("http://{address}") });
            }
        }
        let _ = child.kill();
        bail!("{} {args:?} ended before it listened", program.display())
    }

    /// The demo world, in a database that is gone with the program.
    ///
    /// # Errors
    /// As [`Server::start`].
    pub fn demo() -> Result<Self> {
        Self::start(&jovek()?, &["demo"])
    }

    /// A place of the program.
    pub fn at(&self, path: &str) -> String {
        format!("{}{path}", self.url)
    }

    /// Ends the program at once, as a power cut would.
    pub fn kill(self) {}
}

impl Server {
    /// Lets a device be asked, as a lead says it under Bays; nothing else of the workshop changes.
    ///
    /// # Errors
    /// When the server does not take it.
    pub async fn allow(&self, address: &str) -> Result<()> {
        let client = reqwest::Client::new();
        let at = self.at("/api/workshop");
        let mut workshop: serde_json::Value = client.get(&at).send().await?.json().await?;
        workshop["devices"] = serde_json::json!([address]);
        client.put(&at).json(&workshop).send().await?.error_for_status()?;
        Ok(())
    }
}

impl Drop for Server {
    fn drop(&mut self) {
        let _ = self.child.kill();
        let _ = self.child.wait();
    }
}

/// A running `jovek sim`; ends with its handle.
#[derive(Debug)]
pub struct Device {
    child: Child,
    /// Where it listens, such as `127.0.0.1:5025`.
    pub address: String,
}

impl Device {
    /// Starts a simulated device on a free port and waits until it listens.
    ///
    /// # Errors
    /// When it does not start or ends before it listens.
    pub fn start(program: &Path, args: &[&str]) -> Result<Self> {
        let mut child = Command::new(program)
            .arg("sim")
            .args(args)
            .args(["--listen", "127.0.0.1:0"])
            .stdout(Stdio::piped())
            .spawn()
            .with_context(|| format!("{} does not start", program.display()))?;
        let output = child.stdout.take().context("no standard output")?;
        for line in BufReader::new(output).lines() {
            if let Some((_, address)) = line?.split_once(" listens on ") {
                return Ok(Device { child, address: address.to_owned() });
            }
        }
        let _ = child.kill();
        bail!("{} sim {args:?} ended before it listened", program.display())
    }
}

impl Drop for Device {
    fn drop(&mut self) {
        let _ = self.child.kill();
        let _ = self.child.wait();
    }
}
