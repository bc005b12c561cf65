//! The command line.

use crate::{api, demo, ics, serve, sim};
use anyhow::{Context, anyhow};
use clap::{Parser, Subcommand, ValueEnum};
use jovek_core::answers::{Answers, RouteAnswer, assess, study};
use jovek_core::budget::{Budget, budget};
use jovek_core::diagnose::{Case, Diagnosis, diagnose};
use jovek_core::export::{ExportError, Format, export_with};
use jovek_core::harness::formboard;
use jovek_core::job::{Job, VehicleState};
use jovek_core::moment::{Moment, moment};
use jovek_core::proof::{Counter, Proof, prove};
use jovek_core::rules::Grade;
use jovek_core::state;
use jovek_core::stock::{self, StockLine};
use jovek_core::work::bays::{BayPlan, plan};
use jovek_core::work::learn::learn;
use jovek_core::work::{StepState, Work, work};
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
enum Device {
    /// Multimeter.
    Meter,
    /// Trailer lamp tester.
    Tester,
    /// Body module with lamp monitoring and a coding value.
    Module,
}

#[derive(Debug, Clone, Copy, ValueEnum)]
enum CliFormat {
    Spice,
    WiresCsv,
    CutsCsv,
    LabelsCsv,
    PinsCsv,
    FormboardSvg,
    PartsCsv,
    EstimateCsv,
    DiagramSvg,
    RecordJson,
    PacketPdf,
    Ics,
    Job,
}

impl CliFormat {
    /// The text format of the core; none for the packet and the calendar.
    fn text(self) -> Option<Format> {
        Some(match self {
            CliFormat::Spice => Format::Spice,
            CliFormat::WiresCsv => Format::WiresCsv,
            CliFormat::CutsCsv => Format::CutsCsv,
            CliFormat::LabelsCsv => Format::LabelsCsv,
            CliFormat::PinsCsv => Format::PinsCsv,
            CliFormat::FormboardSvg => Format::FormboardSvg,
            CliFormat::PartsCsv => Format::PartsCsv,
            CliFormat::EstimateCsv => Format::EstimateCsv,
            CliFormat::DiagramSvg => Format::DiagramSvg,
            CliFormat::RecordJson => Format::RecordJson,
            CliFormat::Job => Format::Job,
            CliFormat::PacketPdf | CliFormat::Ics => return None,
        })
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
        Command::Budget { job, json } => {
            let job = read_job(job)?;
            let budget = budget(&job);
            print(&if *json {
                serde_json::to_string_pretty(&budget)? + "\n"
            } else {
                budget_text(&job, &budget)
            })?;
        }
        Command::Route { job, json } => {
            let job = read_job(job)?;
            let route = assess(&job).route.ok_or_else(|| {
                anyhow!("the job has no skeleton; add one under Run, or \"skeleton\" to the file")
            })?;
            print(&if *json {
                serde_json::to_string_pretty(&route)? + "\n"
            } else {
                route_text(&job, &route)
            })?;
        }
        Command::Steps { job, json } => {
            let job = read_job(job)?;
            let work = work(&job, jiff::Timestamp::now());
            print(&if *json {
                serde_json::to_string_pretty(&work)? + "\n"
            } else {
                steps_text(&job, &work)
            })?;
        }
        Command::Bays { jobs, db, bays, people, from, json } => {
            let jobs = match jobs.as_slice() {
                [] if !db.exists() => return Err(anyhow!("{} does not exist", db.display())),
                [] => Store::open(db)?.list()?.into_iter().map(|r| r.job).collect(),
                files => files.iter().map(|f| read_job(f)).collect::<anyhow::Result<Vec<_>>>()?,
            };
            let plan = plan_of(&jobs, Some(*bays), Some(*people), *from)?;
            print(&if *json {
                serde_json::to_string_pretty(&plan)? + "\n"
            } else {
                bays_text(&plan)
            })?;
        }
        Command::Diagnose { job, json } => return diagnose_file(job, *json),
        Command::Sim { device, job, fault, listen } => {
            simulate(*device, &read_job(job)?, *fault, *listen)?;
        }
        Command::Prove { job, json } => return prove_file(job, *json),
        Command::Solve { job, state, on, json } => {
            let job = read_job(job)?;
            let state = state_asked(&job, state.as_deref(), on)?;
            let moment = moment(&job, &state, None)?;
            print(&if *json {
                serde_json::to_string_pretty(&moment)? + "\n"
            } else {
                moment_text(&job, &moment)
            })?;
        }
        Command::Export { job, format, state, stock, page, output } => {
            let shelf = stock.as_deref().map(read_stock).transpose()?.unwrap_or_default();
            let job = read_job(job)?;
            let bytes = match (page, format.text()) {
                (Some(number), _) => formboard_page(&job, *format, *number)?.into_bytes(),
                (None, Some(text)) => {
                    export_with(&job, text, state.as_deref(), &shelf)?.into_bytes()
                }
                (None, None) if matches!(format, CliFormat::Ics) => {
                    ics::calendar(&plan_of(&[job], None, None, None)?).into_bytes()
                }
                (None, None) => api::packet_file(&job)?,
            };
            match output {
                Some(path) => std::fs::write(path, bytes)
                    .with_context(|| format!("{} cannot be written", path.display()))?,
                None => print_bytes(&bytes)?,
            }
        }
        Command::Verify { db } => return verify_file(db),
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

/// One page of the formboard.
fn formboard_page(job: &Job, format: CliFormat, number: usize) -> anyhow::Result<String> {
    if !matches!(format, CliFormat::FormboardSvg) {
        return Err(anyhow!("--page goes with --as formboard-svg"));
    }
    let pages = formboard::pages(job, &study(job)).ok_or(ExportError::NoSkeleton)?;
    let count = pages.len();
    let page = number.checked_sub(1).and_then(|k| pages.into_iter().nth(k));
    page.ok_or_else(|| anyhow!("there is no page {number}; the formboard has pages 1 to {count}"))
}

/// A list of stock; rows that cannot be taken are named on standard error.
fn read_stock(path: &Path) -> anyhow::Result<Vec<StockLine>> {
    let text = std::fs::read_to_string(path)
        .with_context(|| format!("{} cannot be read", path.display()))?;
    let list = stock::read(&text).with_context(|| path.display().to_string())?;
    for bad in &list.bad {
        eprintln!("{}, line {}: {}: {}", path.display(), bad.line, bad.text, bad.why);
    }
    Ok(list.good)
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

fn prove_file(path: &Path, json: bool) -> anyhow::Result<u8> {
    let job = read_job(path)?;
    let proof = prove(&job);
    print(&if json {
        serde_json::to_string_pretty(&proof)? + "\n"
    } else {
        proof_text(&job, &proof)
    })?;
    let stopped = assess(&job).findings.iter().any(|f| f.grade == Grade::Stop);
    Ok(if proof.passes && !stopped { CLEAN } else { STOP })
}

/// The plan of some jobs; usual hours, from today where nothing is said.
fn plan_of(
    jobs: &[Job],
    bays: Option<usize>,
    people: Option<usize>,
    from: Option<jiff::civil::Date>,
) -> anyhow::Result<BayPlan> {
    let asked = api::BaysAsked { bays, people, opens_min: None, closes_min: None, from };
    let now = jiff::Timestamp::now();
    Ok(plan(jobs, &api::shopfloor(&asked), &learn(jobs), now)?)
}

fn bays_text(plan: &BayPlan) -> String {
    let mut out = format!("{}\n\n", plan.text);
    let clock = |t: jiff::civil::DateTime| t.strftime("%a %d %b %H:%M").to_string();
    for s in &plan.stays {
        out += &format!(
            "Bay {}: unit {}, {} to {}, {}\n",
            s.bay,
            s.unit,
            clock(s.starts),
            clock(s.ends),
            s.text
        );
    }
    out.push('\n');
    for s in &plan.steps {
        out += &format!(
            "{}  person {}, bay {}, unit {}: {}\n",
            clock(s.starts),
            s.person,
            s.bay,
            s.unit,
            s.what
        );
    }
    out
}

fn verify_file(db: &Path) -> anyhow::Result<u8> {
    if !db.exists() {
        return Err(anyhow!("{} does not exist", db.display()));
    }
    let found = Store::open(db)?.verify()?;
    for flaw in &found.flaws {
        println!("{}: {}", flaw.place, flaw.what);
    }
    let verdict = if found.flaws.is_empty() { "all as written" } else { "NOT as written" };
    println!("{} entries, {verdict}; last {}", found.entries, found.last);
    Ok(if found.flaws.is_empty() { CLEAN } else { STOP })
}

fn diagnose_file(path: &Path, json: bool) -> anyhow::Result<u8> {
    let job = read_job(path)?;
    let found = diagnose(&job)?;
    print(&if json {
        serde_json::to_string_pretty(&found)? + "\n"
    } else {
        diagnosis_text(&job, &found)
    })?;
    let is_fault = found.suspects.first().is_some_and(|s| !s.keys.iter().any(|k| k == "nothing"));
    Ok(if found.is_found && is_fault { STOP } else { CLEAN })
}

fn diagnosis_text(job: &Job, found: &Diagnosis) -> String {
    let mut out = format!("Unit {}: {}\n{}\n\n", job.unit, job.title, found.says);
    for s in &found.suspects {
        out += &format!("{:>12}  {}\n", s.likelihood_text, s.title);
        for also in &s.also {
            out += &format!("              or {also}: no reading tells them apart\n");
        }
        for line in &s.fits {
            out += &format!("              + {line}\n");
        }
        for line in &s.against {
            out += &format!("              - {line}\n");
        }
    }
    if !found.next.is_empty() {
        out += "\nRead next\n";
    }
    for n in &found.next {
        out += &format!("  {} ({}, id {})\n", n.reading.how, n.time_text, n.reading.check);
        for o in &n.outcomes {
            out += &format!("    {} ({}): {}\n", o.reads, o.likelihood_text, o.means.join("; "));
        }
    }
    out
}

/// Serves a stand-in for a device until the program is stopped.
fn simulate(
    device: Device,
    job: &Job,
    fault: Option<u64>,
    listen: SocketAddr,
) -> anyhow::Result<()> {
    let plain = Job { readings: Vec::new(), search: None, ..job.clone() };
    let case = Case::new(&plain)?;
    match device {
        Device::Meter => {
            sim::serve(listen, "meter", || Box::new(sim::MeterSession::new(&case, fault)))
        }
        Device::Tester => sim::serve(listen, "trailer lamp tester", || {
            Box::new(sim::TesterSession::new(&case, fault))
        }),
        Device::Module => {
            sim::serve(listen, "body module", || Box::new(sim::ModuleSession::new(&case, fault)))
        }
    }
}

fn proof_text(job: &Job, proof: &Proof) -> String {
    let mut out = format!("Unit {}: {}\n{}\n\n", job.unit, job.title, proof.states_text);
    let counter = |c: &Counter| format!("  with {}: {}\n", c.words, c.says);
    for w in &proof.wishes {
        let verdict = if w.missed == 0 { "holds" } else { "missed" };
        out += &format!("{}: {} {verdict}.\n", w.name, w.sentence);
        out.extend(w.counters.iter().map(counter));
    }
    for b in &proof.backfeeds {
        out += &format!("Fed backwards: {}\n{}  {}\n", b.path_text, counter(&b.counter), b.remedy);
    }
    for b in &proof.buzzers {
        out += &format!("Buzzes: {}", counter(b));
    }
    for u in &proof.unsolved {
        out += &format!("No steady state: {}", counter(u));
    }
    if let Some(drains) = &proof.drains {
        out += &format!("\n{}\n", drains.text);
        for left in &drains.left_on {
            out += &format!("Left on: {}\n", left.text);
        }
    }
    for w in &proof.watched {
        out += &format!("{}: {}\n", w.wire, w.says);
    }
    out += &format!("\n{} single failures tried:\n", proof.failures_tried);
    for f in &proof.failures {
        let grade = f.grade.map_or(String::new(), |g| format!("{g:?}: "));
        out += &format!("  {grade}{} {}: {}", f.name, f.kind_text, f.effects.join(" "));
        out += &f.remedy.map_or("\n".into(), |r| format!(" {r}\n"));
    }
    out
}

/// The state that a person asks for: by name, or by what is on.
fn state_asked(job: &Job, name: Option<&str>, on: &[String]) -> anyhow::Result<VehicleState> {
    let Some(name) = name else {
        return Ok(VehicleState { on: on.to_vec(), ..VehicleState::default() });
    };
    Ok(state::asked(job, name)?)
}

fn moment_text(job: &Job, moment: &Moment) -> String {
    let mut out =
        format!("Unit {}: {}\nbattery {}\n\n", job.unit, moment.words, moment.battery_text);
    for c in &moment.circuits {
        let through = if c.is_lit && !c.through.is_empty() { ", " } else { "" };
        let how = if c.is_lit { c.through.as_str() } else { "" };
        out += &format!("{}: {}, {}{through}{how}\n", c.name, c.text, c.line.lamp_text);
    }
    for f in &moment.factory {
        let fed = if f.is_fed_back { ", fed backwards" } else { "" };
        let source = if f.is_on { "on" } else { "off" };
        out += &format!("wire of {} ({source}): {}{fed}\n", f.name, f.text);
    }
    out
}

fn route_text(job: &Job, route: &RouteAnswer) -> String {
    let (length, width, height) = (route.length_m, route.width_m, route.height_m);
    let mut out = format!(
        "Unit {}: {}\n{length:.2} m long, {width:.2} m wide, {height:.2} m high\n{}\n",
        job.unit, job.title, route.total_text
    );
    for circuit in &route.circuits {
        out += &format!("\n{}: {}\n", circuit.name, circuit.text);
        for way in route.ways.iter().filter(|w| circuit.ways.contains(&w.id)) {
            let more = [&way.hazard_text, &way.passage_text];
            let more: Vec<&str> =
                more.into_iter().map(String::as_str).filter(|s| !s.is_empty()).collect();
            let more =
                if more.is_empty() { String::new() } else { format!(" ({})", more.join(", ")) };
            out += &format!("  {}, {}{more}\n", way.name, way.length_text);
        }
    }
    out += "\nBundles\n";
    for way in route.ways.iter().filter(|w| w.wires > 0) {
        out += &format!("  {}: {}\n", way.name, way.bundle_text);
    }
    out
}

fn steps_text(job: &Job, work: &Work) -> String {
    let mut out = format!("Unit {}: {}\n{}\n\n", job.unit, job.title, work.text);
    for (k, s) in work.steps.iter().enumerate() {
        let state = match s.state {
            StepState::Done => "done",
            StepState::Running => "begun",
            StepState::Paused => "left",
            StepState::Ready => "ready",
            StepState::Resting => "rests",
            StepState::Blocked => "not yet",
        };
        let place = match s.step.place_text.as_str() {
            "" => String::new(),
            place => format!(", at {place}"),
        };
        out += &format!(
            "{:>3}  {state:<8} {}{place}, {:.0} min\n",
            k + 1,
            s.step.what,
            s.step.minutes
        );
        for line in s.step.cautions.iter().map(|c| (*c).to_owned()).chain(s.step.how.clone()) {
            out += &format!("              {line}\n");
        }
    }
    out
}

fn budget_text(job: &Job, budget: &Budget) -> String {
    let mut out = format!("Unit {}: {}\n\n", job.unit, job.title);
    for line in budget.alternator_text.iter().chain(&budget.circuits) {
        out += &format!("{line}\n");
    }
    for way in &budget.ways {
        let used = if way.is_used { " (in use)" } else { "" };
        let after = &way.run.after_shift;
        let second =
            after.auxiliary_percent.map_or(String::new(), |p| format!(", auxiliary {p:.0} %"));
        out += &format!(
            "\n{}{used}: after the shift starting battery {:.0} %{second}; {}; {}; {}\n  {}\n",
            way.label,
            after.start_percent,
            way.lamp_text,
            way.light_text,
            way.reached_text,
            way.starts_text
        );
        for line in std::iter::once(&way.flatten_text).chain(&way.mind) {
            out += &format!("  {line}\n");
        }
        for part in &way.parts {
            out += &format!("  - {part}\n");
        }
    }
    out
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
    print_bytes(text.as_bytes())
}

fn print_bytes(bytes: &[u8]) -> anyhow::Result<()> {
    match std::io::stdout().write_all(bytes) {
        Err(e) if e.kind() != std::io::ErrorKind::BrokenPipe => Err(e.into()),
        _ => Ok(()),
    }
}
