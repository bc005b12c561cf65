//! The command line.

mod args;
mod words;

use crate::api::BaysAsked;
use crate::backups::Backups;
use crate::door::Door;
use crate::{api, demo, ics, serve, sim};
use anyhow::{Context, anyhow};
pub use args::Cli;
use args::{CliFormat, CliRegion, Command, Device, Others};
use jovek_core::answers::assess;
use jovek_core::base::grade::Grade;
use jovek_core::base::units::Units;
use jovek_core::budget::budget;
use jovek_core::diagnose::{Case, diagnose};
use jovek_core::export::Format;
use jovek_core::export::{ExportError, export_with};
use jovek_core::formboard;
use jovek_core::job::{Job, Region, SupplyState, VehicleState};
use jovek_core::light::glare::GlareGrade;
use jovek_core::light::meter::LuxMeter;
use jovek_core::light::{LightAsked, LightPicture, Stands, ies, light};
use jovek_core::moment::moment;
use jovek_core::moment::saved_now;
use jovek_core::plan::study::study;
use jovek_core::proof::prove;
use jovek_core::road::judge::{LampOnRoad, RoadVerdict};
use jovek_core::road::road;
use jovek_core::state;
use jovek_core::stock;
use jovek_core::stock::StockLine;
use jovek_core::swap::swap;
use jovek_core::work::bays::{BayPlan, Pace, Workshop, plan};
use jovek_core::work::learn::learn;
use jovek_core::work::work;
use jovek_phrases::program as say;
use jovek_store::{Listed, Standing, Store, backups_in};
use std::io::{Read, Write};
use std::net::SocketAddr;
use std::path::Path;
use std::process::ExitCode;
use words::{
    bays_text, budget_text, diagnosis_text, ies_text, light_text, moment_text, proof_text,
    route_text, rules_text, steps_text, summary, swap_text,
};

const CLEAN: u8 = 0;
const STOP: u8 = 1;
const BAD_INPUT: u8 = 2;

/// Runs a command; prints errors to standard error.
pub fn run(cli: &Cli) -> ExitCode {
    jovek_phrases::speak(cli.language.into());
    match execute(&cli.command, Reader { units: cli.units.map(Units::from) }) {
        Ok(code) => ExitCode::from(code),
        Err(e) => {
            eprintln!("{}", say::jovek(&e));
            ExitCode::from(BAD_INPUT)
        }
    }
}

fn execute(command: &Command, reader: Reader) -> anyhow::Result<u8> {
    match command {
        Command::Serve { db, listen, hosts, accounts, backups, backup_hours } => {
            let backups = backups.clone().map(|folder| Backups { folder, every_h: *backup_hours });
            let open = || Ok(Store::open(db)?);
            serve::run(open, *listen, Door::new(hosts), *accounts, backups)?;
        }
        Command::Demo { listen, hosts, accounts, people } => {
            let demo = || {
                let store = Store::in_memory()?;
                demo::load(&store)?;
                println!("{}", say::demo_jobs_are_kept_in_memory());
                if *people {
                    println!("{}", demo::add_people(&store)?);
                }
                Ok(store)
            };
            serve::run(demo, *listen, Door::new(hosts), *accounts || *people, None)?;
        }
        Command::Assess { job, json } => return assess_file(reader, job, *json),
        Command::Budget { job, json } => {
            let job = reader.job(job)?;
            let budget = budget(&job);
            print(&if *json {
                serde_json::to_string_pretty(&budget)? + "\n"
            } else {
                budget_text(&job, &budget)
            })?;
        }
        Command::Route { job, json } => {
            let job = reader.job(job)?;
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
            let job = reader.job(job)?;
            let work = work(&job, jiff::Timestamp::now());
            print(&if *json {
                serde_json::to_string_pretty(&work)? + "\n"
            } else {
                steps_text(&job, &work)
            })?;
        }
        Command::Bays { jobs, db, bays, people, from, ready_by, json } => {
            let jobs = match jobs.as_slice() {
                [] if !db.exists() => return Err(anyhow!("{} does not exist", db.display())),
                [] => jobs_in_yard(db)?,
                files => files.iter().map(|f| reader.job(f)).collect::<anyhow::Result<Vec<_>>>()?,
            };
            let asked = BaysAsked {
                bays: Some(*bays),
                people: Some(*people),
                from: *from,
                ready_by: *ready_by,
                ..BaysAsked::default()
            };
            let plan = plan_of(&jobs, &asked)?;
            print(&if *json {
                serde_json::to_string_pretty(&plan)? + "\n"
            } else {
                bays_text(&plan)
            })?;
        }
        Command::Light { job, supply, stands, json } => {
            let job = reader.job(job)?;
            return light_of(job, supply, *stands, *json);
        }
        Command::Rules { job, region, json } => {
            let job = reader.job(job)?;
            let region = region.map(|r| match r {
                CliRegion::Us => Region::Us,
                CliRegion::Un => Region::Un,
            });
            let report = road(&job, region)?;
            print(&if *json {
                serde_json::to_string_pretty(&report)? + "\n"
            } else {
                rules_text(&job, &report)
            })?;
            let is_wrong = |l: &LampOnRoad| l.verdict == RoadVerdict::Wrong;
            let wrong = report.regions.iter().any(|r| r.lamps.iter().any(is_wrong));
            return Ok(if wrong { STOP } else { CLEAN });
        }
        Command::Swap { job, json } => {
            let job = reader.job(job)?;
            let report = swap(&job)?;
            print(&if *json {
                serde_json::to_string_pretty(&report)? + "\n"
            } else {
                swap_text(&job, &report)
            })?;
        }
        Command::Ies { file } => {
            let bytes =
                std::fs::read(file).with_context(|| say::cannot_be_read(&file.display()))?;
            let text = String::from_utf8_lossy(&bytes);
            let read = ies::read(&text).map_err(|e| anyhow!("{}: {e}", file.display()))?;
            print(&ies_text(&read))?;
        }
        Command::Diagnose { job, json } => return diagnose_file(reader, job, *json),
        Command::Sim { device, job, fault, listen } => {
            simulate(*device, &reader.job(job)?, *fault, *listen)?;
        }
        Command::Prove { job, json } => return prove_file(reader, job, *json),
        Command::Solve { job, state, on, json } => {
            let job = reader.job(job)?;
            let state = state_asked(&job, state.as_deref(), on)?;
            let moment = moment(&job, &state, None)?;
            print(&if *json {
                serde_json::to_string_pretty(&moment)? + "\n"
            } else {
                moment_text(&job, &moment)
            })?;
        }
        Command::Export { job, format, state, stock, sheets, page, output } => {
            let shelf = stock.as_deref().map(read_stock).transpose()?.unwrap_or_default();
            // The job itself is not told but kept: its units stay those of its shop.
            let job = match format.text() {
                Some(Format::Job) => read_job(job)?,
                _ => reader.job(job)?,
            };
            let bytes = match (page, format.text()) {
                (Some(number), _) => formboard_page(&job, *format, *number)?.into_bytes(),
                (None, Some(text)) => {
                    export_with(&job, text, state.as_deref(), &shelf)?.into_bytes()
                }
                (None, None) if matches!(format, CliFormat::Ics) => {
                    let key = format!("unit-{}", job.unit);
                    let plan = plan_of(&[job], &BaysAsked::default())?;
                    ics::calendar(&plan, &[key], jiff::Timestamp::now()).into_bytes()
                }
                (None, None) => api::packet_file(&job, sheets)?,
            };
            match output {
                Some(path) => std::fs::write(path, bytes)
                    .with_context(|| say::cannot_be_written(&path.display()))?,
                None => print_bytes(&bytes)?,
            }
        }
        Command::Verify { db } => return verify_file(db),
        Command::Backup { to, check: true, .. } => return rehearsed(to),
        Command::Backup { db, to, check: false } => {
            if to.exists() {
                return Err(anyhow!("{} exists already: name a new file", to.display()));
            }
            Store::existing(db)?.backup(to)?;
            println!("{}", say::copied_to(&db.display(), &to.display()));
        }
        Command::Restore { from, db } => {
            Store::restore(from, db)?;
            println!("{}", say::restored_from(&db.display(), &from.display()));
        }
        Command::Openapi => print(&api::openapi_text())?,
        Command::Schema => print(&api::job_schema_text())?,
    }
    Ok(CLEAN)
}

/// Brings a backup back into a file of its own, the newest of a folder, and says what came of it.
fn rehearsed(backup: &Path) -> anyhow::Result<u8> {
    let newest = match backup.is_dir() {
        true => backups_in(backup)?.into_iter().next().map(|newest| newest.path),
        false => Some(backup.to_owned()),
    };
    let newest = newest.ok_or_else(|| anyhow!(say::no_backup_in(&backup.display())))?;
    let found = Store::rehearse(&newest)?;
    let last = &found.history.last;
    println!("{}", say::rehearsed(&newest.display(), &found.jobs, &found.history.entries, last));
    for id in &found.unreadable {
        println!("{}", say::job_does_not_come_back(id));
    }
    for flaw in &found.history.flaws {
        println!("{}: {}", flaw.place, flaw.what);
    }
    Ok(if found.is_sound() { CLEAN } else { STOP })
}

/// Reads jobs, to be told in other units than their shop's where that was asked.
#[derive(Clone, Copy)]
struct Reader {
    units: Option<Units>,
}

impl Reader {
    fn job(self, path: &Path) -> anyhow::Result<Job> {
        let mut job = read_job(path)?;
        if let Some(units) = self.units {
            job.shop.units = units;
        }
        Ok(job)
    }
}

fn read_job(path: &Path) -> anyhow::Result<Job> {
    let mut bytes = Vec::new();
    if path.as_os_str() == "-" {
        std::io::stdin().read_to_end(&mut bytes).context(say::standard_input_cannot_be_read())?;
    } else {
        let most = jovek_core::job::read::MAX_JOB_BYTES as u64 + 1;
        std::fs::File::open(path)
            .and_then(|f| f.take(most).read_to_end(&mut bytes))
            .with_context(|| say::cannot_be_read(&path.display()))?;
    }
    let text = String::from_utf8(bytes)
        .map_err(|e| anyhow!("{} is not text: {}", path.display(), e.utf8_error()))?;
    Job::read(&text).with_context(|| path.display().to_string())
}

/// One page of the formboard.
fn formboard_page(job: &Job, format: CliFormat, number: usize) -> anyhow::Result<String> {
    if format.text() != Some(Format::FormboardSvg) {
        return Err(anyhow!("--page goes with --as formboard-svg"));
    }
    let pages = formboard::pages(job, &study(job)).ok_or(ExportError::NoSkeleton)?;
    let count = pages.len();
    let page = number.checked_sub(1).and_then(|k| pages.into_iter().nth(k));
    page.ok_or_else(|| anyhow!("there is no page {number}; the formboard has pages 1 to {count}"))
}

/// A list of stock; rows that cannot be taken are named on standard error.
fn read_stock(path: &Path) -> anyhow::Result<Vec<StockLine>> {
    let text =
        std::fs::read_to_string(path).with_context(|| say::cannot_be_read(&path.display()))?;
    let list = stock::read(&text).with_context(|| path.display().to_string())?;
    for bad in &list.bad {
        eprintln!("{}", say::line(&path.display(), &bad.line, &bad.text, &bad.why));
    }
    Ok(list.good)
}

fn assess_file(reader: Reader, path: &Path, json: bool) -> anyhow::Result<u8> {
    let job = reader.job(path)?;
    let answers = assess(&job);
    if json {
        print(&(serde_json::to_string_pretty(&answers)? + "\n"))?;
    } else {
        print(&summary(&job, &answers))?;
    }
    let stopped = answers.findings.iter().any(|f| f.grade == Grade::Stop);
    Ok(if stopped { STOP } else { CLEAN })
}

fn prove_file(reader: Reader, path: &Path, json: bool) -> anyhow::Result<u8> {
    let job = reader.job(path)?;
    let proof = prove(&job, saved_now(&job));
    print(&if json {
        serde_json::to_string_pretty(&proof)? + "\n"
    } else {
        proof_text(&job, &proof)
    })?;
    let stopped = assess(&job).findings.iter().any(|f| f.grade == Grade::Stop);
    Ok(if proof.passes && !stopped { CLEAN } else { STOP })
}

/// The plan of some jobs; usual hours, from today where nothing is said.
fn plan_of(jobs: &[Job], asked: &BaysAsked) -> anyhow::Result<BayPlan> {
    let pace = Pace { learned: learn(jobs), ..Pace::default() };
    let shop = api::shopfloor(Workshop::default(), asked)?;
    Ok(plan(jobs, &shop, &pace, jiff::Timestamp::now())?)
}

/// Jobs of a database that stand in the yard; what cannot be read is named and left out.
fn jobs_in_yard(db: &Path) -> anyhow::Result<Vec<Job>> {
    let mut out = Vec::new();
    for listed in Store::existing(db)?.list()? {
        match listed {
            Listed::Job(row) if row.standing == Standing::InYard => out.push(row.job),
            Listed::Job(_) => {}
            Listed::Unreadable(u) => {
                eprintln!("{}", say::job_is_left_out_it_cannot(&u.id, &u.what))
            }
        }
    }
    Ok(out)
}

fn verify_file(db: &Path) -> anyhow::Result<u8> {
    let found = Store::existing(db)?.verify()?;
    for flaw in &found.flaws {
        println!("{}: {}", flaw.place, flaw.what);
    }
    let verdict =
        if found.flaws.is_empty() { say::all_as_written() } else { say::not_as_written() };
    println!("{}", say::entries_last(&found.entries, &verdict, &found.last));
    Ok(if found.flaws.is_empty() { CLEAN } else { STOP })
}

fn diagnose_file(reader: Reader, path: &Path, json: bool) -> anyhow::Result<u8> {
    let job = reader.job(path)?;
    let found = diagnose(&job)?;
    print(&if json {
        serde_json::to_string_pretty(&found)? + "\n"
    } else {
        diagnosis_text(&job, &found)
    })?;
    let is_fault = found.suspects.first().is_some_and(|s| !s.keys.iter().any(|k| k == "nothing"));
    Ok(if found.is_found && is_fault { STOP } else { CLEAN })
}

fn light_of(job: Job, supply: &str, others: Option<Others>, json: bool) -> anyhow::Result<u8> {
    let known = SupplyState::ALL.map(SupplyState::key).join(", ");
    let supply = SupplyState::ALL
        .into_iter()
        .find(|s| s.key() == supply)
        .ok_or_else(|| anyhow!("there is no supply \"{supply}\"; use one of {known}"))?;
    let asked = LightAsked {
        job,
        supply,
        circuit: None,
        stands: others.map_or(Stands::Planned, Stands::from),
        drawn: LightPicture::Ground,
        beside: None,
    };
    let found = light(&asked)?;
    let dazzles = found.glare.iter().any(|g| g.grade == GlareGrade::Dazzles);
    print(&if json {
        serde_json::to_string_pretty(&found)? + "\n"
    } else {
        light_text(&asked.job, &found)
    })?;
    Ok(if dazzles { STOP } else { CLEAN })
}

/// Serves a stand-in for a device until the program is stopped.
fn simulate(
    device: Device,
    job: &Job,
    fault: Option<u64>,
    listen: SocketAddr,
) -> anyhow::Result<()> {
    let plain = Job { readings: Vec::new(), search: None, ..job.clone() };
    if let Device::Lux = device {
        let meter = LuxMeter::new(&plain, fault)?;
        return sim::serve(listen, say::lux_meter(), || {
            Box::new(sim::LuxSession::new(meter.clone()))
        });
    }
    let case = Case::new(&plain)?;
    match device {
        Device::Lux => unreachable!("served above"),
        Device::Meter => {
            sim::serve(listen, "meter", || Box::new(sim::MeterSession::new(&case, fault)))
        }
        Device::Tester => sim::serve(listen, say::trailer_lamp_tester(), || {
            Box::new(sim::TesterSession::new(&case, fault))
        }),
        Device::Module => sim::serve(listen, say::body_module(), || {
            Box::new(sim::ModuleSession::new(&case, fault))
        }),
    }
}

/// The state that a person asks for: by name, or by what is on.
fn state_asked(job: &Job, name: Option<&str>, on: &[String]) -> anyhow::Result<VehicleState> {
    let Some(name) = name else {
        return Ok(VehicleState { on: on.to_vec(), ..VehicleState::default() });
    };
    Ok(state::asked(job, name)?)
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
