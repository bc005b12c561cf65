//! The command line.

use crate::{api, demo, serve};
use anyhow::{Context, anyhow};
use clap::{Parser, Subcommand, ValueEnum};
use jovek_core::answers::{Answers, assess};
use jovek_core::export::{Format, export};
use jovek_core::job::Job;
use jovek_core::rules::Grade;
use jovek_store::Store;
use std::io::{Read, Write};
use std::net::SocketAddr;
use std::path::{Path, PathBuf};
use std::process::ExitCode;

/// Plans, proves and records added lights on vehicles.
#[derive(Debug, Parser)]
#[command(name = "jovek", version)]
pub struct Cli {
    #[command(subcommand)]
    command: Command,
}

#[derive(Debug, Subcommand)]
enum Command {
    /// Serve the app and its API from a database file.
    Serve {
        /// Database file; made when it does not exist.
        #[arg(long, default_value = "jovek.db")]
        db: PathBuf,
        /// Address to listen on; port 0 takes a free one and prints it.
        #[arg(long, default_value = "127.0.0.1:4180")]
        listen: SocketAddr,
    },
    /// Serve the app with the demo jobs, in memory.
    Demo {
        /// Address to listen on; port 0 takes a free one and prints it.
        #[arg(long, default_value = "127.0.0.1:4180")]
        listen: SocketAddr,
    },
    /// Assess a job file: exit 0 clean, 1 with a Stop finding, 2 bad input.
    Assess {
        /// Job file, or - for standard input.
        job: PathBuf,
        /// Print all answers as JSON.
        #[arg(long)]
        json: bool,
    },
    /// Write a job in an open format.
    Export {
        /// Job file, or - for standard input.
        job: PathBuf,
        /// Format.
        #[arg(long = "as")]
        format: CliFormat,
        /// State of the vehicle, such as engine_off, charging, idle, low_battery, engine_off.off.
        #[arg(long)]
        state: Option<String>,
        /// File to write; standard output otherwise.
        #[arg(short)]
        output: Option<PathBuf>,
    },
    /// Copy a database that may be in use.
    Backup {
        /// Database file.
        #[arg(long, default_value = "jovek.db")]
        db: PathBuf,
        /// File to write.
        to: PathBuf,
    },
    /// Bring a backup back into a new database file.
    Restore {
        /// Backup file.
        from: PathBuf,
        /// Database file, which must not exist.
        #[arg(long, default_value = "jovek.db")]
        db: PathBuf,
    },
    /// Print the OpenAPI description.
    Openapi,
    /// Print the JSON Schema of the job file.
    Schema,
}

#[derive(Debug, Clone, Copy, ValueEnum)]
enum CliFormat {
    Spice,
    WiresCsv,
    PartsCsv,
    DiagramSvg,
    Job,
}

impl From<CliFormat> for Format {
    fn from(f: CliFormat) -> Self {
        match f {
            CliFormat::Spice => Format::Spice,
            CliFormat::WiresCsv => Format::WiresCsv,
            CliFormat::PartsCsv => Format::PartsCsv,
            CliFormat::DiagramSvg => Format::DiagramSvg,
            CliFormat::Job => Format::Job,
        }
    }
}

const CLEAN: u8 = 0;
const STOP: u8 = 1;
const BAD_INPUT: u8 = 2;

/// Runs a command; prints errors to standard error.
pub fn run(cli: &Cli) -> ExitCode {
    match execute(&cli.command) {
        Ok(code) => ExitCode::from(code),
        Err(e) => {
            eprintln!("jovek: {e:#}");
            ExitCode::from(BAD_INPUT)
        }
    }
}

fn execute(command: &Command) -> anyhow::Result<u8> {
    match command {
        Command::Serve { db, listen } => {
            serve::run(Store::open(db)?, *listen)?;
        }
        Command::Demo { listen } => {
            let mut store = Store::in_memory()?;
            demo::load(&mut store)?;
            println!("Demo jobs are kept in memory and are gone when this program ends.");
            serve::run(store, *listen)?;
        }
        Command::Assess { job, json } => return assess_file(job, *json),
        Command::Export { job, format, state, output } => {
            let text = export(&read_job(job)?, (*format).into(), state.as_deref())?;
            match output {
                Some(path) => std::fs::write(path, text)
                    .with_context(|| format!("{} cannot be written", path.display()))?,
                None => print(&text)?,
            }
        }
        Command::Backup { db, to } => {
            if !db.exists() {
                return Err(anyhow!("{} does not exist", db.display()));
            }
            if to.exists() {
                return Err(anyhow!("{} exists already: name a new file", to.display()));
            }
            Store::open(db)?.backup(to)?;
            println!("{} copied to {}", db.display(), to.display());
        }
        Command::Restore { from, db } => {
            Store::restore(from, db)?;
            println!("{} restored from {}", db.display(), from.display());
        }
        Command::Openapi => print(&api::openapi_text())?,
        Command::Schema => print(&api::job_schema_text())?,
    }
    Ok(CLEAN)
}

fn read_job(path: &Path) -> anyhow::Result<Job> {
    let mut bytes = Vec::new();
    if path.as_os_str() == "-" {
        std::io::stdin().read_to_end(&mut bytes).context("standard input cannot be read")?;
    } else {
        let most = jovek_core::job::read::MAX_JOB_BYTES as u64 + 1;
        std::fs::File::open(path)
            .and_then(|f| f.take(most).read_to_end(&mut bytes))
            .with_context(|| format!("{} cannot be read", path.display()))?;
    }
    let text = String::from_utf8(bytes)
        .map_err(|e| anyhow!("{} is not text: {}", path.display(), e.utf8_error()))?;
    Job::read(&text).with_context(|| path.display().to_string())
}

fn assess_file(path: &Path, json: bool) -> anyhow::Result<u8> {
    let job = read_job(path)?;
    let answers = assess(&job);
    if json {
        print(&(serde_json::to_string_pretty(&answers)? + "\n"))?;
    } else {
        print(&summary(&job, &answers))?;
    }
    let stopped = answers.findings.iter().any(|f| f.grade == Grade::Stop);
    Ok(if stopped { STOP } else { CLEAN })
}

fn summary(job: &Job, answers: &Answers) -> String {
    let mut out = format!("Unit {}: {}\n", job.unit, job.title);
    for circuit in &answers.circuits {
        out += &format!("\n{}: {}\n", circuit.name, circuit.headline);
        for choice in &circuit.choices {
            out += &format!("  {}: {}\n", choice.label, choice.says);
        }
        for line in &circuit.volt_lines {
            out += &format!(
                "  {}: {}, {}, {}\n",
                line.state_label, line.lamp_text, line.current_text, line.floor_text
            );
        }
    }
    out.push('\n');
    for f in &answers.findings {
        out += &format!("{:?}: {}. {} {}\n", f.grade, f.title, f.why, f.remedy);
    }
    out
}

/// Writes to standard output; a reader that has gone away is no error.
fn print(text: &str) -> anyhow::Result<()> {
    match std::io::stdout().write_all(text.as_bytes()) {
        Err(e) if e.kind() != std::io::ErrorKind::BrokenPipe => Err(e.into()),
        _ => Ok(()),
    }
}
