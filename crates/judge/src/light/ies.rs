//! Photometric files: IES LM-63, editions 1986, 1991, 1995, 2002 and 2019.
//!
//! Source of the format: ANSI/IES LM-63-19 and its forerunners, recalled from memory: label lines, `TILT=`, ten
//! figures of the lamp, three of its gear, the vertical angles, the horizontal ones, then candela, all vertical
//! angles of one horizontal angle after the other.

use super::grid::{Frame, Grid};
use jovek_phrases::light as say;

/// Most angles of one kind, and of both multiplied.
const MOST_ANGLES: usize = 721;
const MOST_VALUES: usize = 200_000;
/// Largest file, bytes.
pub const MOST_BYTES: usize = 1_000_000;

/// Why a file cannot be read.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error("{}", say::line(.line, .what))]
pub struct IesError {
    /// Line, from 1.
    pub line: usize,
    /// What is wrong there, and what should stand.
    pub what: String,
}

/// Edition of the format.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum Edition {
    /// LM-63-1986: no first line of its own.
    Y1986,
    /// LM-63-1991.
    Y1991,
    /// LM-63-1995.
    Y1995,
    /// LM-63-2002.
    Y2002,
    /// LM-63-2019.
    Y2019,
}

impl Edition {
    /// As it is spoken.
    pub fn label(self) -> &'static str {
        match self {
            Edition::Y1986 => "LM-63-1986",
            Edition::Y1991 => "LM-63-1991",
            Edition::Y1995 => "LM-63-1995",
            Edition::Y2002 => "LM-63-2002",
            Edition::Y2019 => "LM-63-2019",
        }
    }

    fn of(line: &str) -> Option<Edition> {
        match line.trim().to_uppercase().as_str() {
            "IESNA91" => Some(Edition::Y1991),
            "IESNA:LM-63-1995" => Some(Edition::Y1995),
            "IESNA:LM-63-2002" => Some(Edition::Y2002),
            "IES:LM-63-2019" => Some(Edition::Y2019),
            _ => None,
        }
    }
}

/// What a photometric file says.
#[derive(Debug, Clone, PartialEq)]
pub struct IesFile {
    /// Edition.
    pub edition: Edition,
    /// Keywords with their text, in order; of the first edition its label lines, without keyword.
    pub labels: Vec<(String, String)>,
    /// Lamps in the luminaire.
    pub lamps: f64,
    /// Flux of each by its rating, lm; none for absolute photometry.
    pub rated_lm: Option<f64>,
    /// Power of the whole, W.
    pub input_w: f64,
    /// Width, length, height of the opening, m.
    pub opening_m: [f64; 3],
    /// Light thrown out when the lamp is tilted: angle and factor.
    pub tilt: Vec<(f64, f64)>,
    /// Candela by direction, all factors in.
    pub grid: Grid,
    /// What is odd but can be read.
    pub warnings: Vec<String>,
}

/// Reads a photometric file.
///
/// # Errors
/// [`IesError`] with the line, for what is not LM-63.
pub fn read(text: &str) -> Result<IesFile, IesError> {
    if text.len() > MOST_BYTES {
        return Err(IesError { line: 1, what: say::larger_than_kb(&(MOST_BYTES / 1000)) });
    }
    let lines: Vec<&str> = text.lines().collect();
    let mut warnings = Vec::new();
    let edition = lines.first().and_then(|l| Edition::of(l));
    let first = usize::from(edition.is_some());
    let edition = edition.unwrap_or(Edition::Y1986);
    let is_tilt = |l: &str| l.trim_start().to_uppercase().starts_with("TILT");
    let tilt_at = lines.iter().position(|l| is_tilt(l)).ok_or_else(|| IesError {
        line: lines.len().max(1),
        what: say::no_line_tilt_anywhere().into(),
    })?;
    let labels = labels(&lines[first..tilt_at.max(first)], edition);
    if edition > Edition::Y1986 {
        for wanted in ["TEST", "MANUFAC"] {
            if !labels.iter().any(|(k, _)| k == wanted) {
                warnings.push(say::the_keyword_is_missing(&wanted));
            }
        }
    }
    let mut figures = Figures::new(&lines, tilt_at + 1);
    let tilt = match lines[tilt_at].split_once('=').map(|(_, t)| t.trim().to_uppercase()) {
        Some(t) if t == "NONE" => Vec::new(),
        Some(t) if t == "INCLUDE" => {
            figures.next(say::the_lamp_place_to_the_luminaire())?;
            let pairs = figures.count(say::tilt_angles(), MOST_ANGLES)?;
            let angles = figures.list(pairs, say::a_tilt_angle())?;
            let factors = figures.list(pairs, say::a_tilt_factor())?;
            angles.into_iter().zip(factors).collect()
        }
        Some(file) if !file.is_empty() => {
            warnings.push(say::the_tilt_factors_are_in_another(&file));
            Vec::new()
        }
        _ => {
            let what = say::tilt_must_be_none_include().into();
            return Err(IesError { line: tilt_at + 1, what });
        }
    };
    let lamps = figures.next(say::the_number_of_lamps())?;
    let rated = figures.next(say::the_lumens_of_each_lamp())?;
    let multiplier = figures.next(say::the_multiplier())?;
    let vertical = figures.count(say::vertical_angles(), MOST_ANGLES)?;
    let horizontal = figures.count(say::horizontal_angles(), MOST_ANGLES)?;
    if vertical * horizontal > MOST_VALUES {
        return Err(figures.fault(say::more_than_values(&MOST_VALUES)));
    }
    let frame = match figures.next(say::the_photometric_type())? {
        1.0 => Frame::C,
        2.0 => Frame::B,
        3.0 => Frame::A,
        other => {
            let what = say::photometric_type_it_must_be_1(&other);
            return Err(figures.fault(what));
        }
    };
    let unit_m = match figures.next(say::the_unit_of_lengths())? {
        1.0 => 0.3048,
        2.0 => 1.0,
        other => {
            return Err(figures.fault(say::unit_of_lengths_it_must(&other)));
        }
    };
    let mut opening_m = [0.0; 3];
    for (side, what) in
        opening_m.iter_mut().zip([say::the_width(), say::the_length(), say::the_height()])
    {
        // Negative stands for a round opening.
        *side = figures.next(what)?.abs() * unit_m;
    }
    let ballast = figures.next(say::the_ballast_factor())?;
    let last = figures.next(say::the_figure_behind_the_ballast_factor())?;
    // Up to 1995 a factor of its own; 2002 kept it free, 2019 says there how the file was made.
    let gear = ballast * if edition <= Edition::Y1995 { last } else { 1.0 };
    let input_w = figures.next(say::the_power())?;
    let vertical_deg = figures.angles(vertical, say::vertical())?;
    let horizontal_deg = figures.angles(horizontal, say::horizontal())?;
    let by = multiplier * gear;
    if !(by.is_finite() && by > 0.0) {
        return Err(figures.fault(say::the_factors_multiply_to_they_must(&by)));
    }
    let mut candela = Vec::with_capacity(horizontal);
    for _ in 0..horizontal {
        let row = figures.list(vertical, say::a_candela_value())?;
        if row.iter().any(|cd| *cd < 0.0) {
            return Err(figures.fault(say::candela_below_0().into()));
        }
        candela.push(row.into_iter().map(|cd| cd * by).collect());
    }
    if let Some((line, word)) = figures.rest() {
        warnings.push(say::line_more_figures_than_angles(&line, &word));
    }
    let grid = Grid::new(frame, vertical_deg, horizontal_deg, candela);
    warnings.extend(grid.oddities());
    let rated_lm = (rated >= 0.0).then_some(rated);
    let mut file =
        IesFile { edition, labels, lamps, rated_lm, input_w, opening_m, tilt, grid, warnings };
    let flux_lm = file.grid.flux_lm();
    if let Some(stated_lm) = file.stated_lm()
        && flux_lm > 1.05 * stated_lm
    {
        file.warnings.push(say::the_candela_add_up_to_lm(&flux_lm, &stated_lm));
    }
    Ok(file)
}

impl IesFile {
    /// Flux of its lamps by their rating, lm; none for absolute photometry.
    pub fn stated_lm(&self) -> Option<f64> {
        self.rated_lm.map(|lm| lm * self.lamps)
    }

    /// Text of a keyword.
    pub fn label(&self, keyword: &str) -> Option<&str> {
        self.labels.iter().find(|(k, _)| k == keyword).map(|(_, text)| text.as_str())
    }
}

fn labels(lines: &[&str], edition: Edition) -> Vec<(String, String)> {
    let mut out: Vec<(String, String)> = Vec::new();
    for line in lines.iter().map(|l| l.trim()).filter(|l| !l.is_empty()) {
        let keyword = line.strip_prefix('[').and_then(|l| l.split_once(']'));
        match keyword {
            Some((key, text)) if key.eq_ignore_ascii_case("MORE") => {
                if let Some(last) = out.last_mut() {
                    last.1 = format!("{} {}", last.1, text.trim());
                }
            }
            Some((key, text)) => out.push((key.to_uppercase(), text.trim().to_owned())),
            None if edition == Edition::Y1986 => out.push((String::new(), line.to_owned())),
            None => {}
        }
    }
    out
}

/// The figures behind the TILT line, with their lines.
struct Figures<'a> {
    words: Vec<(usize, &'a str)>,
    at: usize,
    last_line: usize,
}

impl<'a> Figures<'a> {
    fn new(lines: &[&'a str], from: usize) -> Figures<'a> {
        let words = lines.iter().enumerate().skip(from).flat_map(|(i, line)| {
            let words = line.split(|c: char| c.is_whitespace() || c == ',');
            words.filter(|w| !w.is_empty()).map(move |w| (i + 1, w))
        });
        Figures { words: words.collect(), at: 0, last_line: lines.len().max(1) }
    }

    /// A fault at the figure that was read last.
    fn fault(&self, what: String) -> IesError {
        let line = self.at.checked_sub(1).and_then(|k| self.words.get(k)).map(|w| w.0);
        IesError { line: line.unwrap_or(self.last_line), what }
    }

    fn next(&mut self, what: &str) -> Result<f64, IesError> {
        let Some(&(line, word)) = self.words.get(self.at) else {
            let what = say::the_file_ends_where_should_stand(&what);
            return Err(IesError { line: self.last_line, what });
        };
        self.at += 1;
        match word.parse::<f64>() {
            Ok(value) if value.is_finite() => Ok(value),
            _ => Err(IesError { line, what: say::where_should_stand(&word, &what) }),
        }
    }

    fn count(&mut self, what: &str, most: usize) -> Result<usize, IesError> {
        let value = self.next(&say::the_number(&what))?;
        if value.fract() == 0.0 && value >= 1.0 && value <= most as f64 {
            Ok(value as usize)
        } else {
            Err(self.fault(say::it_must_be_a_whole_number(&value, &what, &most)))
        }
    }

    fn list(&mut self, count: usize, what: &str) -> Result<Vec<f64>, IesError> {
        (0..count).map(|_| self.next(what)).collect()
    }

    fn angles(&mut self, count: usize, kind: &str) -> Result<Vec<f64>, IesError> {
        let mut out: Vec<f64> = Vec::with_capacity(count);
        for _ in 0..count {
            let angle = self.next(&say::a_angle(&kind))?;
            if !(-180.0..=360.0).contains(&angle) {
                return Err(self.fault(say::angle_there_is_none_such(&kind, &angle)));
            }
            if let Some(&before) = out.last().filter(|b| **b >= angle) {
                let what = say::angle_behind_angles_must_rise(&kind, &angle, &before);
                return Err(self.fault(what));
            }
            out.push(angle);
        }
        Ok(out)
    }

    /// The first figure that was not read.
    fn rest(&self) -> Option<(usize, &'a str)> {
        self.words.get(self.at).copied()
    }
}
