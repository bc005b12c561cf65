//! A line of the table.

use anyhow::Result;
use serde_json::{Value, json};
use std::time::{Duration, Instant};

/// One measured figure beside its bar.
pub struct Row {
    /// What was measured.
    pub name: String,
    /// The figure.
    pub value: f64,
    /// Its unit.
    pub unit: &'static str,
    /// The reference measured in the same run, in the same unit.
    pub reference: Option<f64>,
    /// The bar, for the ratio where there is a reference, else for the value.
    pub bar: f64,
    /// Whether the bar is met.
    pub ok: bool,
}

impl Row {
    /// A figure that must stay below its bar.
    pub fn below(name: impl Into<String>, value: f64, unit: &'static str, bar: f64) -> Row {
        Row { name: name.into(), value, unit, reference: None, bar, ok: value < bar }
    }

    /// A figure that must be at most so many times the reference.
    pub fn at_most(
        name: impl Into<String>,
        value: f64,
        unit: &'static str,
        reference: f64,
        bar: f64,
    ) -> Row {
        let ok = value / reference <= bar;
        Row { name: name.into(), value, unit, reference: Some(reference), bar, ok }
    }

    /// A time for which the reference must need at least so many times as long.
    pub fn faster(
        name: impl Into<String>,
        value: f64,
        unit: &'static str,
        reference: f64,
        bar: f64,
    ) -> Row {
        let ok = reference / value >= bar;
        Row { name: name.into(), value, unit, reference: Some(reference), bar, ok }
    }

    /// Reference against value, or value against reference: whichever the bar is for.
    fn ratio(&self) -> Option<f64> {
        let reference = self.reference?;
        Some(if self.value < reference { reference / self.value } else { self.value / reference })
    }
}

/// Prints the table.
pub fn print(rows: &[Row]) {
    println!("{:<58} {:>11} {:>11} {:>8} {:>8}", "", "value", "reference", "ratio", "bar");
    for r in rows {
        let number = |v: Option<f64>| v.map_or("-".into(), |v| format!("{v:.3}"));
        println!(
            "{:<58} {:>8.3} {:<3}{:>10} {:>8} {:>8} {}",
            r.name,
            r.value,
            r.unit,
            number(r.reference),
            r.ratio().map_or("-".into(), |v| format!("{v:.1}")),
            r.bar,
            if r.ok { "ok" } else { "MISSED" }
        );
    }
}

/// Writes `target/bench.json`.
pub fn write(rows: &[Row]) -> Result<()> {
    let list: Vec<Value> = rows
        .iter()
        .map(|r| {
            json!({
                "name": r.name, "value": r.value, "unit": r.unit, "reference": r.reference,
                "ratio": r.ratio(), "bar": r.bar, "ok": r.ok
            })
        })
        .collect();
    let file = jovek_e2e::repository().join("target/bench.json");
    std::fs::write(file, serde_json::to_string_pretty(&list)? + "\n")?;
    Ok(())
}

/// Batches of calls; the pauses between them let a busy neighbour on a shared machine finish.
const BATCHES: usize = 12;
const PAUSE: Duration = Duration::from_millis(150);

/// Median time of one call, ms, in the quietest of several batches of so many calls: what else runs
/// on the machine only ever adds.
pub fn median_ms(calls: usize, mut work: impl FnMut()) -> f64 {
    for _ in 0..calls / 10 + 1 {
        work();
    }
    let mut batch_ms = || {
        std::thread::sleep(PAUSE);
        let mut times: Vec<Duration> = (0..calls)
            .map(|_| {
                let start = Instant::now();
                work();
                start.elapsed()
            })
            .collect();
        times.sort();
        times[calls / 2].as_secs_f64() * 1000.0
    };
    (0..BATCHES).map(|_| batch_ms()).fold(f64::INFINITY, f64::min)
}
