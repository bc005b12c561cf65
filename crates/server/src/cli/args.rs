//! What can be asked on the command line.

use clap::builder::PossibleValue;
use clap::{Parser, Subcommand, ValueEnum};
use jovek_core::base::units::Units;
use jovek_core::export::Format;
use jovek_core::light::Stands;
use jovek_core::printed::SheetKind;
use jovek_phrases::Language;
use std::net::SocketAddr;
use std::path::PathBuf;
use std::sync::LazyLock;
use strum::IntoEnumIterator;

/// Plans, proves and records added lights on vehicles.
#[derive(Debug, Parser)]
#[command(name = "jovek", version)]
pub struct Cli {
    /// Units in which lengths and temperatures are told; without it those of the job's shop.
    #[arg(long, global = true)]
    pub(super) units: Option<CliUnits>,
    /// Language of every sentence; pseudo marks each letter that was made from the tables of sentences, for checking.
    #[arg(long, global = true, default_value = "english")]
    pub(super) language: CliLanguage,
    #[command(subcommand)]
    pub(super) command: Command,
}

/// Units that can be asked for.
#[derive(Debug, Clone, Copy, ValueEnum)]
pub(super) enum CliUnits {
    /// Metres, millimetres and degrees Celsius.
    Metric,
    /// Feet, inches and degrees Fahrenheit.
    Us,
}

/// Languages that can be asked for.
#[derive(Debug, Clone, Copy, ValueEnum)]
pub(super) enum CliLanguage {
    /// Plain trade English.
    English,
    /// English with every letter marked.
    Pseudo,
}

impl From<CliLanguage> for Language {
    fn from(asked: CliLanguage) -> Language {
        match asked {
            CliLanguage::English => Language::English,
            CliLanguage::Pseudo => Language::Pseudo,
        }
    }
}

impl From<CliUnits> for Units {
    fn from(asked: CliUnits) -> Units {
        match asked {
            CliUnits::Metric => Units::METRIC,
            CliUnits::Us => Units::US,
        }
    }
}

#[derive(Debug, Subcommand)]
pub(super) enum Command {
    /// Serve the app and its API from a database file.
    Serve {
        /// Database file; made when it does not exist.
        #[arg(long, default_value = "jovek.db")]
        db: PathBuf,
        /// Address to listen on; port 0 takes a free one and prints it.
        #[arg(long, default_value = "127.0.0.1:4180")]
        listen: SocketAddr,
        /// Further name by which browsers reach it, such as jovek.example; may be given several times.
        #[arg(long = "host")]
        hosts: Vec<String>,
        /// Let nobody in without name and password, on this machine too.
        #[arg(long)]
        accounts: bool,
        /// Folder into which backups go while it serves; a week of days, a month of weeks and a year of months are kept.
        #[arg(long)]
        backups: Option<PathBuf>,
        /// Hours from one backup to the next.
        #[arg(long, default_value_t = 24, value_parser = clap::value_parser!(u32).range(1..=8760))]
        backup_hours: u32,
    },
    /// Serve the app with the demo jobs, in memory.
    Demo {
        /// Address to listen on; port 0 takes a free one and prints it.
        #[arg(long, default_value = "127.0.0.1:4180")]
        listen: SocketAddr,
        /// Further name by which browsers reach it, such as jovek.example; may be given several times.
        #[arg(long = "host")]
        hosts: Vec<String>,
        /// Let nobody in without name and password, on this machine too.
        #[arg(long)]
        accounts: bool,
        /// With the people of the demo's workshop, one for each role: their names and their password are printed.
        #[arg(long)]
        people: bool,
    },
    /// Assess a job file: exit 0 clean, 1 with a Stop finding, 2 bad input.
    Assess {
        /// Job file, or - for standard input.
        job: PathBuf,
        /// Print all answers as JSON.
        #[arg(long)]
        json: bool,
    },
    /// Prove a job over every state: exit 1 where a wish is missed, a wire is fed backwards or a
    /// Stop stands, 2 bad input.
    Prove {
        /// Job file, or - for standard input.
        job: PathBuf,
        /// Print the proof as JSON.
        #[arg(long)]
        json: bool,
    },
    /// Solve the vehicle in one state.
    Solve {
        /// Job file, or - for standard input.
        job: PathBuf,
        /// Name of a state: a saved one, or engine_off, charging, idle, low_battery.
        #[arg(long, conflicts_with = "on")]
        state: Option<String>,
        /// Signals and switches that are on, such as reverse,switch.rear.
        #[arg(long, value_delimiter = ',')]
        on: Vec<String>,
        /// Print everything as JSON.
        #[arg(long)]
        json: bool,
    },
    /// Charge of the batteries over the job's shift, each way to feed the lights side by side.
    Budget {
        /// Job file, or - for standard input.
        job: PathBuf,
        /// Print everything as JSON.
        #[arg(long)]
        json: bool,
    },
    /// Paths on the skeleton, bundles and lengths.
    Route {
        /// Job file, or - for standard input.
        job: PathBuf,
        /// Print everything as JSON.
        #[arg(long)]
        json: bool,
    },
    /// The order of work: steps with what must come before, and how far they are.
    Steps {
        /// Job file, or - for standard input.
        job: PathBuf,
        /// Print everything as JSON.
        #[arg(long)]
        json: bool,
    },
    /// What could be wrong after the readings in the job, and what to read next: exit 1 where a fault is found.
    Diagnose {
        /// Job file, or - for standard input.
        job: PathBuf,
        /// Print everything as JSON.
        #[arg(long)]
        json: bool,
    },
    /// Where the light falls: lux at the marked spots, reach, aim, glare, colour: exit 1 where it dazzles.
    Light {
        /// Job file, or - for standard input.
        job: PathBuf,
        /// State of the supply: engine_off, charging, idle, low_battery.
        #[arg(long, default_value = "engine_off")]
        supply: String,
        /// Other lamps in the same places: candidate, as named in the job, or old, those that come off.
        #[arg(long = "with", value_enum)]
        stands: Option<Others>,
        /// Print everything as JSON.
        #[arg(long)]
        json: bool,
    },
    /// Every lamp against the rule book: exit 1 where one is wrong. Recalled from memory, no legal advice.
    Rules {
        /// Job file, or - for standard input.
        job: PathBuf,
        /// Whose rules: us or un; the job's own, or both, otherwise.
        #[arg(long)]
        region: Option<CliRegion>,
        /// Print everything as JSON.
        #[arg(long)]
        json: bool,
    },
    /// What LED lamps in place of bulbs do to each function, and remedies with figures.
    Swap {
        /// Job file, or - for standard input.
        job: PathBuf,
        /// Print everything as JSON.
        #[arg(long)]
        json: bool,
    },
    /// What a photometric file (IES LM-63) says: lumens, beam angles, warnings.
    Ies {
        /// The file.
        file: PathBuf,
    },
    /// A simulated device on the simulated vehicle, speaking SCPI over TCP.
    Sim {
        /// Which device.
        device: Device,
        /// Job file, or - for standard input.
        job: PathBuf,
        /// Hide one fault on the vehicle: the same number hides the same fault.
        #[arg(long)]
        fault: Option<u64>,
        /// Address to listen on; port 0 takes a free one and prints it.
        #[arg(long, default_value = "127.0.0.1:5025")]
        listen: SocketAddr,
    },
    /// The plan over vehicles: which stands in which bay, who does what when.
    Bays {
        /// Job files; those of the database where none is named.
        jobs: Vec<PathBuf>,
        /// Database file.
        #[arg(long, default_value = "jovek.db")]
        db: PathBuf,
        /// Bays.
        #[arg(long, default_value_t = 2)]
        bays: usize,
        /// People.
        #[arg(long, default_value_t = 1)]
        people: usize,
        /// First day, such as 2026-03-02; today otherwise.
        #[arg(long)]
        from: Option<jiff::civil::Date>,
        /// Day by whose end all is to be done.
        #[arg(long)]
        ready_by: Option<jiff::civil::Date>,
        /// Print everything as JSON.
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
        /// Page of the formboard, from 1; the overview on one page otherwise.
        #[arg(long)]
        page: Option<usize>,
        /// Stock and prices for the estimate: CSV with the columns part, held, price.
        #[arg(long)]
        stock: Option<PathBuf>,
        /// Sheets of the packet, with commas between them, such as wires,parts; those for the glovebox otherwise.
        #[arg(long, value_delimiter = ',', value_parser = SheetKind::named)]
        sheets: Vec<SheetKind>,
        /// File to write; standard output otherwise.
        #[arg(short)]
        output: Option<PathBuf>,
    },
    /// Look at the whole history of a database: exit 1 where a byte was changed.
    Verify {
        /// Database file.
        #[arg(long, default_value = "jovek.db")]
        db: PathBuf,
    },
    /// Copy a database that may be in use.
    Backup {
        /// Database file.
        #[arg(long, default_value = "jovek.db")]
        db: PathBuf,
        /// File to write; with --check a backup that is there, or a folder of them, of which the newest is taken.
        to: PathBuf,
        /// Rehearse a restore: bring it back into a file of its own, read every job, go through the history; exit 1 where
        /// something is wrong.
        #[arg(long)]
        check: bool,
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

/// Lamps that stand in the places of the planned ones.
#[derive(Debug, Clone, Copy, ValueEnum)]
pub enum Others {
    /// The candidates named in the job.
    Candidate,
    /// Those that come off.
    Old,
}

impl From<Others> for Stands {
    fn from(others: Others) -> Stands {
        match others {
            Others::Candidate => Stands::Candidate,
            Others::Old => Stands::Old,
        }
    }
}

#[derive(Debug, Clone, Copy, ValueEnum)]
pub(super) enum Device {
    /// Multimeter.
    Meter,
    /// Trailer lamp tester.
    Tester,
    /// Body module with lamp monitoring and a coding value.
    Module,
    /// Lux meter.
    Lux,
}

#[derive(Debug, Clone, Copy, ValueEnum)]
pub(super) enum CliRegion {
    /// United States, federal.
    Us,
    /// UN regulations.
    Un,
}

/// What `export` writes: the core's text formats, and what only the program makes.
#[derive(Debug, Clone, Copy)]
pub(super) enum CliFormat {
    Text(Format),
    PacketPdf,
    Ics,
}

impl CliFormat {
    /// The text format of the core; none for the packet and the calendar.
    pub(super) fn text(self) -> Option<Format> {
        match self {
            CliFormat::Text(format) => Some(format),
            CliFormat::PacketPdf | CliFormat::Ics => None,
        }
    }
}

impl ValueEnum for CliFormat {
    fn value_variants<'a>() -> &'a [Self] {
        static ALL: LazyLock<Vec<CliFormat>> = LazyLock::new(|| {
            let own = [CliFormat::PacketPdf, CliFormat::Ics];
            Format::iter().map(CliFormat::Text).chain(own).collect()
        });
        &ALL
    }

    fn to_possible_value(&self) -> Option<PossibleValue> {
        Some(PossibleValue::new(match *self {
            CliFormat::Text(format) => format.into(),
            CliFormat::PacketPdf => "packet-pdf",
            CliFormat::Ics => "ics",
        }))
    }
}
