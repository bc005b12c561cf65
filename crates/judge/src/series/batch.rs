//! Wire that is cut for several vehicles at once: the machine is set once for all pieces that are alike, and vehicles whose
//! harness is the same to the last piece are made as one batch.

use super::has_its_parts;
use crate::harness::CutLine;
use crate::harness::labels;
use crate::work::KnownJob;
use jovek_base::csv::cell;
use jovek_base::units::Units;
use jovek_phrases::series as say;
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// Pieces that are alike: same wire, length and ends.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct BatchPiece {
    /// What it is cut from, as in the parts list.
    pub wire: String,
    /// Length to cut, m.
    pub length_m: f64,
    /// The same as the shop reads its tape.
    pub length_text: String,
    /// Terminals at both ends, and what is slid on first.
    pub ends: String,
    /// How many.
    pub count: usize,
    /// Their labels, vehicle by vehicle.
    pub labels: Vec<String>,
}

/// Vehicles whose harnesses are the same.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Alike {
    /// Their units.
    pub units: Vec<String>,
    /// Pieces of one of them.
    pub pieces: usize,
    /// `11 alike`.
    pub says: String,
}

/// What makes two pieces one setting of the machine.
type Setting = (String, u32, String);

fn setting(cut: &CutLine) -> Setting {
    let mut ends = format!("{}; {}", cut.from_terminal, cut.to_terminal);
    if !cut.sleeve.is_empty() {
        ends = format!("{ends}; {}", cut.sleeve);
    }
    // To the millimetre: a tape shows no more.
    (cut.stock_text(), (cut.length_m * 1000.0).round() as u32, ends)
}

/// The pieces of a vehicle that are still to be cut; none where it has its parts.
fn to_cut(known: &KnownJob) -> impl Iterator<Item = &CutLine> {
    let cuts = match has_its_parts(known) {
        true => &[][..],
        false => &known.answers().cuts,
    };
    cuts.iter().filter(move |cut| cut.is_cut_once(cuts))
}

/// All pieces that are still to be cut, wire by wire, the longest first.
pub fn pieces<'a>(
    vehicles: impl IntoIterator<Item = &'a KnownJob>,
    units: Units,
) -> Vec<BatchPiece> {
    let mut by_setting: BTreeMap<Setting, BatchPiece> = BTreeMap::new();
    for cut in vehicles.into_iter().flat_map(to_cut) {
        let setting = setting(cut);
        let piece = by_setting.entry(setting.clone()).or_insert_with(|| BatchPiece {
            wire: setting.0,
            length_m: cut.length_m,
            length_text: units.length(cut.length_m),
            ends: setting.2,
            count: 0,
            labels: Vec::new(),
        });
        piece.count += 1;
        piece.labels.push(cut.label.clone());
    }
    let mut out: Vec<BatchPiece> = by_setting.into_values().collect();
    out.sort_by(|a, b| a.wire.cmp(&b.wire).then(b.length_m.total_cmp(&a.length_m)));
    out
}

/// Which of the vehicles that are left have the same harness, the most first.
pub fn alike<'a>(vehicles: impl IntoIterator<Item = &'a KnownJob>) -> Vec<Alike> {
    let mut by_pieces: BTreeMap<Vec<Setting>, Vec<String>> = BTreeMap::new();
    for known in vehicles {
        let mut own: Vec<Setting> = to_cut(known).map(setting).collect();
        if own.is_empty() {
            continue;
        }
        own.sort();
        by_pieces.entry(own).or_default().push(known.job().unit.clone());
    }
    let mut out: Vec<Alike> = by_pieces
        .into_iter()
        .map(|(pieces, units)| Alike {
            says: match units.len() {
                1 => say::only_one().to_owned(),
                several => say::alike(&several),
            },
            pieces: pieces.len(),
            units,
        })
        .collect();
    out.sort_by(|a, b| b.units.len().cmp(&a.units.len()).then_with(|| a.units.cmp(&b.units)));
    out
}

/// The pieces as CSV: one row for each setting of the machine.
pub fn pieces_csv(pieces: &[BatchPiece], units: Units) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    let length = format!("length_{}", units.column_unit());
    // Writing to memory cannot fail.
    let _ = out.write_record(["wire", &length, "count", "ends", "labels"]);
    for piece in pieces {
        let _ = out.write_record([
            cell(&piece.wire),
            units.column(piece.length_m),
            piece.count.to_string(),
            cell(&piece.ends),
            cell(&piece.labels.join(" ")),
        ]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}

/// The labels of all that is still to be cut as CSV, two for each piece, vehicle by vehicle.
pub fn labels_csv<'a>(vehicles: impl IntoIterator<Item = &'a KnownJob>) -> String {
    let left = vehicles.into_iter().filter(|known| !has_its_parts(known));
    let cuts: Vec<CutLine> = left.flat_map(|known| known.answers().cuts.clone()).collect();
    labels::csv(&cuts)
}
