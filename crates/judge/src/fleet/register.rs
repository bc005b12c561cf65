//! The register as CSV: columns in any order, bad rows named, good ones offered with what they change.

use jovek_base::csv::cell;
use jovek_base::table::{BadRow, Table, TooLong};
use jovek_base::units::{Lengths, MILE_KM, Units};
use jovek_job::FleetVehicle;
use jovek_phrases::fleet as say;
use serde::Serialize;
use utoipa::ToSchema;

/// Most rows of a list.
const MOST_ROWS: usize = 20_000;
/// Longest word of a vehicle.
const MOST_LETTERS: usize = 120;
/// Longest unit number: it stands on every label.
const MOST_UNIT_LETTERS: usize = 24;
/// Most options of a vehicle.
const MOST_OPTIONS: usize = 40;
/// Highest odometer, km: a slip of the finger is beyond.
const MOST_KM: f64 = 5_000_000.0;

/// A row that can be taken.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RegisterRow {
    /// The vehicle as it will be.
    pub vehicle: FleetVehicle,
    /// True where the register has no such unit yet.
    pub is_new: bool,
    /// What changes of one that is there: `depot: Halt Lane, was Sedgewater`.
    pub changes: Vec<String>,
}

/// A list that was read.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RegisterRead {
    /// Rows that can be taken.
    pub good: Vec<RegisterRow>,
    /// Rows that cannot.
    pub bad: Vec<BadRow>,
}

/// Why nothing of a list could be read.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum RegisterError {
    /// No column for the unit.
    #[error("{}", say::the_first_row_has_no_column_unit())]
    NoUnit,
    /// Too long.
    #[error("{}", say::more_rows_than(&MOST_ROWS))]
    TooLong,
}

/// Columns of the list, as they are headed.
struct Columns {
    unit: usize,
    model: Option<usize>,
    trim: Option<usize>,
    options: Option<usize>,
    plate: Option<usize>,
    odometer_km: Option<usize>,
    odometer_mi: Option<usize>,
    depot: Option<usize>,
}

/// Reads a list against the vehicles that are there. A column that the list does not have leaves what is there.
///
/// # Errors
/// [`RegisterError`] where there is nothing to read. Wrong rows are no error: they are named in [`RegisterRead::bad`].
pub fn read(text: &str, there: &[FleetVehicle]) -> Result<RegisterRead, RegisterError> {
    let table = Table::read(text, MOST_ROWS).map_err(|TooLong| RegisterError::TooLong)?;
    let columns = Columns {
        unit: table.column("unit").ok_or(RegisterError::NoUnit)?,
        model: table.column("model"),
        trim: table.column("trim"),
        options: table.column("options"),
        plate: table.column("plate"),
        odometer_km: table.column("odometer_km"),
        odometer_mi: table.column("odometer_mi"),
        depot: table.column("depot"),
    };
    let (good, bad) = table.rows(|cell, good: &[RegisterRow]| {
        let unit = plain(&cell(Some(columns.unit)));
        if good.iter().any(|g| same_unit(&g.vehicle.unit, &unit)) {
            return Err(say::unit_is_in_the_list_already(&unit));
        }
        let was = there.iter().find(|v| same_unit(&v.unit, &unit));
        let start = was.cloned().unwrap_or_else(|| FleetVehicle { unit, ..Default::default() });
        let vehicle = row(start, cell, &columns, table.has_decimal_comma)?;
        if let Some(fault) = fault(&vehicle) {
            return Err(fault);
        }
        let changes = was.map_or_else(Vec::new, |was| changes(was, &vehicle));
        Ok(RegisterRow { vehicle, is_new: was.is_none(), changes })
    });
    Ok(RegisterRead { good, bad })
}

/// A quote before a sign keeps spreadsheets from computing; it is no part of the word.
fn plain(cell: &str) -> String {
    cell.strip_prefix('\'').unwrap_or(cell).to_owned()
}

/// People write `t3` for `T3`.
fn same_unit(a: &str, b: &str) -> bool {
    a.to_lowercase() == b.to_lowercase()
}

fn row(
    mut vehicle: FleetVehicle,
    cell: &dyn Fn(Option<usize>) -> String,
    columns: &Columns,
    comma: bool,
) -> Result<FleetVehicle, String> {
    for (at, held) in [
        (columns.model, &mut vehicle.model),
        (columns.trim, &mut vehicle.trim),
        (columns.plate, &mut vehicle.plate),
        (columns.depot, &mut vehicle.depot),
    ] {
        if at.is_some() {
            *held = plain(&cell(at));
        }
    }
    if columns.options.is_some() {
        let options = plain(&cell(columns.options));
        let each = options.split([';', '|']).map(str::trim).filter(|o| !o.is_empty());
        vehicle.options = each.map(str::to_owned).collect();
    }
    for (at, unit_km) in [(columns.odometer_km, 1.0), (columns.odometer_mi, MILE_KM)] {
        if at.is_some() {
            vehicle.odometer_km = odometer(&cell(at), comma)?.map(|v| v * unit_km);
        }
    }
    Ok(vehicle)
}

fn odometer(text: &str, comma: bool) -> Result<Option<f64>, String> {
    if text.is_empty() {
        return Ok(None);
    }
    let plain = if comma { text.replace(',', ".") } else { text.to_owned() };
    plain.parse().map(Some).map_err(|_| say::odometer_is_not_a_number(&text))
}

/// What is wrong with a vehicle, in words; none where nothing is.
pub fn fault(vehicle: &FleetVehicle) -> Option<String> {
    let FleetVehicle { unit, model, trim, options, plate, odometer_km, depot } = vehicle;
    if unit.trim().is_empty() {
        return Some(say::no_unit_named().into());
    }
    if unit.chars().count() > MOST_UNIT_LETTERS {
        return Some(say::the_unit_is_longer_than(&MOST_UNIT_LETTERS));
    }
    if options.len() > MOST_OPTIONS {
        return Some(say::more_options_than(&MOST_OPTIONS));
    }
    let words = [unit, model, trim, plate, depot].into_iter().chain(options);
    let is_wrong = |w: &String| w.chars().count() > MOST_LETTERS || w.chars().any(char::is_control);
    if words.into_iter().any(is_wrong) {
        return Some(say::a_word_is_longer_than(&MOST_LETTERS));
    }
    let is_sound = |km: f64| (0.0..=MOST_KM).contains(&km);
    odometer_km.filter(|km| !is_sound(*km)).map(|_| say::odometer_is_from_0_to(&MOST_KM))
}

fn changes(was: &FleetVehicle, now: &FleetVehicle) -> Vec<String> {
    let km = |v: &FleetVehicle| v.odometer_km.map_or_else(String::new, |km| format!("{km:.0} km"));
    [
        (say::model(), was.model.clone(), now.model.clone()),
        (say::trim(), was.trim.clone(), now.trim.clone()),
        (say::options(), was.options.join("; "), now.options.join("; ")),
        (say::plate(), was.plate.clone(), now.plate.clone()),
        (say::odometer(), km(was), km(now)),
        (say::depot(), was.depot.clone(), now.depot.clone()),
    ]
    .into_iter()
    .filter(|(_, was, now)| was != now)
    .map(|(what, was, now)| {
        let shown = |v: String| if v.is_empty() { say::empty().to_owned() } else { v };
        say::was_before(&what, &shown(now), &shown(was))
    })
    .collect()
}

/// The register as CSV, the odometer in the shop's units with the unit in its head.
pub fn csv(vehicles: &[FleetVehicle], units: Units) -> String {
    let (head, unit_km) = match units.lengths {
        Lengths::Metric => ("odometer_km", 1.0),
        Lengths::Us => ("odometer_mi", MILE_KM),
    };
    let mut out = csv::Writer::from_writer(Vec::new());
    // Writing to memory cannot fail.
    let _ = out.write_record(["unit", "model", "trim", "options", "plate", head, "depot"]);
    for v in vehicles {
        let odometer = v.odometer_km.map_or_else(String::new, |km| format!("{:.0}", km / unit_km));
        let _ = out.write_record([
            cell(&v.unit),
            cell(&v.model),
            cell(&v.trim),
            cell(&v.options.join("; ")),
            cell(&v.plate),
            odometer,
            cell(&v.depot),
        ]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
