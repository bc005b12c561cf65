//! Answers as text for the terminal.

use jovek_core::answers::{Answers, RouteAnswer};
use jovek_core::budget::Budget;
use jovek_core::diagnose::Diagnosis;
use jovek_core::job::Job;
use jovek_core::light::LightReport;
use jovek_core::light::ies::IesFile;
use jovek_core::light::source::Distribution;
use jovek_core::moment::Moment;
use jovek_core::proof::{Counter, Proof};
use jovek_core::road::RoadReport;
use jovek_core::road::judge::RoadVerdict;
use jovek_core::swap::SwapReport;
use jovek_core::work::bays::BayPlan;
use jovek_core::work::{StepState, Work};
use jovek_phrases::common;
use jovek_phrases::program as say;

/// The plan over vehicles, bay by bay.
pub(super) fn bays_text(plan: &BayPlan) -> String {
    let said = [&plan.text, &plan.bound_text, &plan.ready_text];
    let said: Vec<&str> = said.into_iter().map(String::as_str).filter(|s| !s.is_empty()).collect();
    let mut out = format!("{}\n\n", said.join("\n"));
    let clock = |t: jiff::civil::DateTime| t.strftime("%a %d %b %H:%M").to_string();
    for s in &plan.stays {
        out += &say::bay_unit(&s.bay, &s.unit, &clock(s.starts), &clock(s.ends), &s.text);
    }
    out.push('\n');
    for s in &plan.steps {
        out += &say::person_bay_unit(&clock(s.starts), &s.person, &s.bay, &s.unit, &s.what);
    }
    out
}

/// How a search for a fault stands.
pub(super) fn diagnosis_text(job: &Job, found: &Diagnosis) -> String {
    let mut out = say::unit(&job.unit, &job.title, &found.says);
    for s in &found.suspects {
        out += &format!("{:>12}  {}\n", s.likelihood_text, s.title);
        for also in &s.also {
            out += &say::or_no_reading_tells_them_apart(&also);
        }
        for line in &s.fits {
            out += &format!("              + {line}\n");
        }
        for line in &s.against {
            out += &format!("              - {line}\n");
        }
    }
    if !found.next.is_empty() {
        out += say::read_next();
    }
    for n in &found.next {
        out += &say::id(&n.reading.how, &n.time_text, &n.reading.check);
        for o in &n.outcomes {
            out += &format!("    {} ({}): {}\n", o.reads, o.likelihood_text, o.means.join("; "));
        }
    }
    out
}

/// What holds over all states and what does not.
pub(super) fn proof_text(job: &Job, proof: &Proof) -> String {
    let mut out = say::unit(&job.unit, &job.title, &proof.states_text);
    let counter = |c: &Counter| say::with(&c.words, &c.says);
    for w in &proof.wishes {
        let verdict = if w.missed == 0 { say::holds() } else { say::missed() };
        out += &format!("{}: {} {verdict}.\n", w.name, w.sentence);
        out.extend(w.counters.iter().map(counter));
    }
    for b in &proof.backfeeds {
        out += &say::fed_backwards(&b.path_text, &counter(&b.counter), &b.remedy);
    }
    for b in &proof.buzzers {
        out += &say::buzzes(&counter(b));
    }
    for u in &proof.unsolved {
        out += &say::no_steady_state(&counter(u));
    }
    if let Some(drains) = &proof.drains {
        out += &format!("\n{}\n", drains.text);
        for left in &drains.left_on {
            out += &say::left_on(&left.text);
        }
    }
    for w in &proof.watched {
        out += &format!("{}: {}\n", w.wire, w.says);
    }
    out += &say::single_failures_tried(&proof.failures_tried);
    for f in &proof.failures {
        let grade = f.grade.map_or(String::new(), |g| format!("{}: ", g.label()));
        out += &format!("  {grade}{} {}: {}", f.name, f.kind_text, f.effects.join(" "));
        out += &f.remedy.map_or("\n".into(), |r| format!(" {r}\n"));
    }
    out
}

/// The vehicle in one state.
pub(super) fn moment_text(job: &Job, moment: &Moment) -> String {
    let mut out = say::unit_battery(&job.unit, &moment.words, &moment.battery_text);
    for c in &moment.circuits {
        let through = if c.is_lit && !c.through.is_empty() { ", " } else { "" };
        let how = if c.is_lit { c.through.as_str() } else { "" };
        out += &format!("{}: {}, {}{through}{how}\n", c.name, c.text, c.line.lamp_text);
    }
    for f in &moment.factory {
        let fed = if f.is_fed_back { say::and_fed_backwards() } else { "" };
        let source = if f.is_on { say::on() } else { say::off() };
        out += &say::wire_of(&f.name, &source, &f.text, &fed);
    }
    out
}

/// Paths and bundles.
pub(super) fn route_text(job: &Job, route: &RouteAnswer) -> String {
    let units = job.shop.units;
    let mut out = say::unit_long_wide_high(
        &job.unit,
        &job.title,
        &units.length(route.length_m),
        &units.length(route.width_m),
        &units.length(route.height_m),
        &route.total_text,
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
    out += &format!("\n{}\n", say::bundles());
    for way in route.ways.iter().filter(|w| w.wires > 0) {
        out += &format!("  {}: {}\n", way.name, way.bundle_text);
    }
    out
}

/// The order of work.
pub(super) fn steps_text(job: &Job, work: &Work) -> String {
    let mut out = say::unit(&job.unit, &job.title, &work.text);
    for (k, s) in work.steps.iter().enumerate() {
        let state = match s.state {
            StepState::Done => say::done(),
            StepState::Running => say::begun(),
            StepState::Paused => common::left(),
            StepState::Ready => say::ready(),
            StepState::Resting => say::rests(),
            StepState::Blocked => say::not_yet(),
        };
        let place = match s.step.place_text.as_str() {
            "" => String::new(),
            place => say::at(&place),
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

/// Charge over a shift, each way to feed the lights.
pub(super) fn budget_text(job: &Job, budget: &Budget) -> String {
    let mut out = say::unit_and_gap(&job.unit, &job.title);
    for line in budget.alternator_text.iter().chain(&budget.circuits) {
        out += &format!("{line}\n");
    }
    for way in &budget.ways {
        let used = if way.is_used { say::in_use() } else { "" };
        let after = &way.run.after_shift;
        let second = after.auxiliary_percent.map_or(String::new(), |p| say::auxiliary(&p));
        out += &say::after_the_shift_starting_battery(
            &way.label,
            &used,
            &after.start_percent,
            &second,
            &way.lamp_text,
            &way.light_text,
            &way.reached_text,
            &way.starts_text,
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

/// Findings and headlines of a job.
pub(super) fn summary(job: &Job, answers: &Answers) -> String {
    let mut out = say::unit_line(&job.unit, &job.title);
    for circuit in &answers.circuits {
        out += &format!("\n{}: {}\n", circuit.name, circuit.headline);
        for choice in &circuit.choices {
            out += &format!("  {}: {}\n", choice.label, choice.says);
        }
        for line in &circuit.volt_lines {
            let floor = line.floor_text.as_deref().unwrap_or(say::no_floor_the_cut());
            out += &format!(
                "  {}: {}, {}, {floor}\n",
                line.state_label, line.lamp_text, line.current_text
            );
        }
    }
    out.push('\n');
    for f in &answers.findings {
        out += &format!("{}: {}. {} {}\n", f.grade.label(), f.title, f.why, f.remedy);
    }
    out
}

/// Lux at the marked spots, reach, aim, glare.
pub(super) fn light_text(job: &Job, light: &LightReport) -> String {
    let mut out = say::unit_and_gap(&job.unit, &job.title);
    for lamp in &light.lamps {
        let assumed = if lamp.is_beam_assumed { say::beam_assumed() } else { "" };
        out += &format!("{}: {}, {}{assumed}\n", lamp.name, lamp.beam_text, lamp.level_text);
    }
    for spot in &light.spots {
        out += &say::predicted(&spot.name, &spot.predicted_text);
        if let Some(after) = spot.after_lx {
            out += &say::lx_measured(&after);
        }
        if let Some(ratio) = &spot.ratio_text {
            out += &format!(", {ratio}");
        }
        out += &format!(". {}", spot.says);
    }
    if !light.spots.is_empty() {
        out.push('\n');
    }
    out += "\nReach\n";
    for reach in &light.reach {
        out += &format!("  {}: {}\n", reach.name, reach.text);
    }
    if !light.aim.is_empty() {
        out += &say::aim_wall(&light.wall_text);
    }
    for a in &light.aim {
        let rows: Vec<String> = a.rows.iter().map(|r| format!("{} {}", r.what, r.text)).collect();
        out += &format!("  {}: {}. {}\n", a.name, rows.join("; "), a.says);
    }
    if !light.glare.is_empty() {
        out += "\nGlare\n";
    }
    for g in &light.glare {
        out += &say::for_cd_lx_at_the_eye(
            &g.from,
            &g.who,
            &g.candela,
            &g.eye_lx,
            &g.veil_cd_m2,
            &g.says,
        );
    }
    out += "\nColour\n";
    for c in &light.colours {
        out += &format!("  {}: {}\n", c.name, c.text);
    }
    for note in &light.notes {
        out += &format!("\n{note}\n");
    }
    out
}

/// What a photometric file says.
pub(super) fn ies_text(file: &IesFile) -> String {
    let mut out = say::edition_and_type(&file.edition.label(), &file.grid.frame().label());
    for (keyword, text) in &file.labels {
        out += &match keyword.as_str() {
            "" => format!("  {text}\n"),
            keyword => format!("  [{keyword}] {text}\n"),
        };
    }
    let (vertical, horizontal) = file.grid.size();
    let [v0, v1, h0, h1] = file.grid.span_deg();
    out +=
        &say::vertical_angles_to_horizontal_to_degrees(&vertical, &v0, &v1, &horizontal, &h0, &h1);
    let beam = Distribution::measured(file.grid.clone());
    let stated = match file.stated_lm() {
        Some(lm) => say::of_lm_rated(&lm),
        None => say::absolute().to_owned(),
    };
    out += &say::lm_peak_cd(&beam.flux_lm(), &stated, &beam.peak().0);
    let ([w, h], [fw, fh]) = (beam.width_deg(0.5), beam.width_deg(0.1));
    out += &say::beam_half_of_the_peak_wide(&w, &h);
    out += &say::field_a_tenth_wide_high_degrees(&fw, &fh);
    for warning in &file.warnings {
        out += &say::note(&warning);
    }
    out
}

/// Every lamp against the rules.
pub(super) fn rules_text(job: &Job, report: &RoadReport) -> String {
    let word = |v| match v {
        RoadVerdict::Right => common::right(),
        RoadVerdict::Ask => say::ask(),
        RoadVerdict::Wrong => "WRONG",
    };
    let mut out = say::unit_and_report(&job.unit, &job.title, &report.says);
    for region in &report.regions {
        out += &format!("\n{}: {}\n", region.name, region.text);
        for lamp in &region.lamps {
            out += &format!("  {}: {}\n", lamp.name, word(lamp.verdict));
            for r in &lamp.reasons {
                out += &format!("    {} [{}; {}, {}]\n", r.says, r.rule, r.source, r.confidence);
            }
        }
        for m in &region.missing {
            out += &format!("  {}: {} ({})\n", m.lamp, m.text, word(m.verdict));
        }
        for r in &region.together {
            out += &format!("  {} [{}]\n", r.says, r.rule);
        }
    }
    out
}

/// What LED lamps do to each function.
pub(super) fn swap_text(job: &Job, report: &SwapReport) -> String {
    let mut out = say::unit_and_report(&job.unit, &job.title, &report.says);
    for f in &report.functions {
        out += &format!("\n{}: {}\n", f.name, f.says);
        if !f.light_text.is_empty() {
            out += &format!("  {}\n", f.light_text);
        }
        if let Some(done) = &f.in_place {
            out += &say::with_without(&done.what.join("; "), &done.else_says);
        }
        for (k, r) in f.remedies.iter().enumerate() {
            let then = r.then.words();
            out += &say::then(&(k + 1), &r.title, &r.text, &r.mind.join(" "), &then);
        }
        for note in &f.notes {
            out += &format!("  {note}\n");
        }
    }
    out
}
