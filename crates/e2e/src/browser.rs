//! ChromeDriver and a headless Chromium.

use anyhow::{Context, Result, bail};
use serde_json::json;
use std::io::{BufRead, BufReader};
use std::os::unix::process::CommandExt;
use std::path::Path;
use std::process::{Child, Command, Stdio};
use tempfile::TempDir;
use thirtyfour::{ChromiumLikeCapabilities, DesiredCapabilities, WebDriver};

/// Chromium without windows, tabs or menus around the page: the same engine starts in half the time.
const CHROMIUM: &str = "/usr/bin/chromium-headless-shell";

/// Size of the page in CSS pixels.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Size {
    /// 1280 x 800.
    Desk,
    /// 390 x 844.
    Phone,
}

impl Size {
    fn pixels(self) -> (u32, u32) {
        match self {
            Size::Desk => (1280, 800),
            Size::Phone => (390, 844),
        }
    }
}

/// A browser session with everything that must outlive it.
pub(crate) struct Browser {
    pub(crate) driver: WebDriver,
    chromedriver: Child,
    _profile: TempDir,
}

impl Browser {
    pub(crate) async fn start() -> Result<Self> {
        let profile = tempfile::tempdir()?;
        let (chromedriver, port) = start_chromedriver(profile.path()).or_else(|_| {
            // It takes a free port twice, once for each family of addresses: on a busy machine
            // another program may have the second one in between, and it ends. A new port is free.
            (0..4)
                .find_map(|_| start_chromedriver(profile.path()).ok())
                .map_or_else(|| start_chromedriver(profile.path()), Ok)
        })?;
        let mut caps = DesiredCapabilities::chrome();
        caps.set_binary(CHROMIUM)?;
        for arg in [
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--disable-dev-shm-usage",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--force-prefers-reduced-motion",
            "--lang=en-GB",
        ] {
            caps.add_arg(arg)?;
        }
        let driver = WebDriver::new(format!("http://127.0.0.1:{port}"), caps).await;
        Ok(Browser { driver: driver?, chromedriver, _profile: profile })
    }

    pub(crate) async fn resize(&self, size: Size) -> Result<()> {
        self.resize_to(size.pixels()).await
    }

    pub(crate) async fn resize_to(&self, (width, height): (u32, u32)) -> Result<()> {
        let params = json!({
            "width": width, "height": height, "deviceScaleFactor": 1.0, "mobile": false
        });
        self.driver.cdp().send_raw("Emulation.setDeviceMetricsOverride", params).await?;
        Ok(())
    }
}

impl Drop for Browser {
    fn drop(&mut self) {
        // A session that a failing test left open would be asked to quit after its driver is gone,
        // and waited for.
        let _ = self.driver.clone().leak();
        // The group: ChromeDriver and the Chromium that it started.
        let group = format!("-{}", self.chromedriver.id());
        let _ = Command::new("kill").args(["-TERM", "--", &group]).status();
        let _ = self.chromedriver.wait();
    }
}

/// Starts a driver that lets its browser keep a new profile in a folder.
///
/// A profile that the browser is told of by itself has no page open in it.
fn start_chromedriver(folder: &Path) -> Result<(Child, u16)> {
    let mut child = Command::new("chromedriver")
        .arg("--port=0")
        .env("TMPDIR", folder)
        .process_group(0)
        .stdout(Stdio::piped())
        .stderr(Stdio::null())
        .spawn()
        .context("chromedriver does not start: sh scripts/install-test-tools.sh")?;
    let output = child.stdout.take().context("no standard output")?;
    let mut lines = BufReader::new(output).lines();
    for line in lines.by_ref() {
        let line = line?;
        let port = line.rsplit_once("on port ").map(|(_, rest)| rest.trim_end_matches('.'));
        if let Some(port) = port.and_then(|p| p.parse().ok()).filter(|&p| p != 0) {
            // Its further words must be read, or it blocks when the pipe is full.
            std::thread::spawn(move || lines.for_each(drop));
            return Ok((child, port));
        }
    }
    let _ = child.kill();
    bail!("chromedriver ended before it named its port")
}
