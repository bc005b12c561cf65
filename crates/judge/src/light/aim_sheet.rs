//! The aim sheet: for each lamp its mark on a wall or on the ground, and how many turns bring it there.

use super::aim::{AimBy, Target, angle_deg, drop_m, meets_road_m, percent, pointed, target, turns};
use super::lamps::Lamp;
use super::report::of_circuit;
use super::vector::Vector;
use jovek_base::units::Units;
use jovek_job::{Adjuster, CircuitId, FoundMark, Job, Region};
use jovek_phrases::common;
use jovek_phrases::light as say;
use serde::Serialize;
use utoipa::ToSchema;

/// What a beam is aimed at: what it meets first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum AimOn {
    /// The wall.
    Wall,
    /// The ground before it.
    Ground,
}

/// A row of a lamp's aim sheet.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct AimRow {
    /// `Mark`.
    pub what: &'static str,
    /// `448 mm (17.7 in) high`.
    pub text: String,
}

/// A lamp on the aim sheet.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct AimAnswer {
    /// Its circuit.
    pub circuit: CircuitId,
    /// Name.
    pub name: String,
    /// Where in the job what is found goes, such as `circuits[0].lights[0].optic.found[1]`.
    pub path: String,
    /// What of it is aimed.
    pub by: AimBy,
    /// At what.
    pub on: AimOn,
    /// Height of its middle, m: a mark on the wall.
    pub lamp_up_m: f64,
    /// Left of the vehicle's middle, m; right is negative: a mark on the wall.
    pub left_m: f64,
    /// Where it stands on the picture of its circuit's wall, m to the right.
    pub right_m: f64,
    /// True where it faces forward.
    pub is_forward: bool,
    /// True for a lamp that is pointed at its work, by no rule.
    pub is_pointed: bool,
    /// From the lamp to the wall, m.
    pub wall_m: f64,
    /// How far below the lamp's middle edge or hot spot belongs at the wall, m.
    pub drop_m: f64,
    /// Where it belongs, m: its height on the wall, or so far along the ground from below the lamp.
    pub mark_m: f64,
    /// Least and most that is allowed, m, as `mark_m`.
    pub range_m: [f64; 2],
    /// Inclination, percent, and the same in degrees.
    pub percent: f64,
    /// See `percent`.
    pub angle_deg: f64,
    /// Where it was found, m, as `mark_m`; what was read otherwise is turned into it.
    pub found_m: Option<f64>,
    /// Its inclination, degrees.
    pub found_deg: Option<f64>,
    /// What was read, where it was looked for as it is now: `575 mm high on a wall at 7.62 m`.
    pub found_text: Option<String>,
    /// What to measure: `height found on the wall`.
    pub asks: &'static str,
    /// The unit of what is measured: mm on a wall, m on the ground.
    pub unit: &'static str,
    /// All of it in words.
    pub rows: Vec<AimRow>,
    /// How it should be turned; empty where nothing was found yet.
    pub says: String,
    /// True where what was found is in range.
    pub is_right: Option<bool>,
    /// Where the figures come from.
    pub source: String,
}

/// The aim sheet of a job: lamps that a rule aims, then lamps that are pointed at their work.
pub fn aim_sheet(job: &Job, lamps: &[Lamp], wall_m: f64, region: Region) -> Vec<AimAnswer> {
    let mut sheet: Vec<AimAnswer> = lamps
        .iter()
        .filter_map(|lamp| {
            let c = job.circuits.iter().position(|c| c.id == lamp.circuit)?;
            let k = job.circuits[c].lights.iter().position(|l| l.id == lamp.light)?;
            let path = format!("circuits[{c}].lights[{k}].optic.found[{}]", lamp.number);
            let optic = job.circuits[c].lights[k].optic.as_ref();
            let found = optic.and_then(|o| o.found.get(lamp.number).copied().flatten());
            let adjuster = optic.and_then(|o| o.adjuster.as_ref());
            let right_m = right_m(lamp, lamps);
            aim(lamp, right_m, path, adjuster, found, (wall_m, region, job.shop.units))
        })
        .collect();
    sheet.sort_by_key(|a| a.is_pointed);
    // Lamps of one name in two circuits are told apart by their circuits.
    let names: Vec<String> = sheet.iter().map(|a| a.name.clone()).collect();
    for a in &mut sheet {
        if names.iter().filter(|n| **n == a.name).count() > 1
            && let Some(circuit) = job.circuits.iter().find(|c| c.id == a.circuit)
        {
            a.name = format!("{}: {}", circuit.name, a.name);
        }
    }
    sheet
}

/// Where a lamp stands on the wall that its circuit faces, m right of the middle of the circuit's lamps.
fn right_m(lamp: &Lamp, lamps: &[Lamp]) -> f64 {
    let own = of_circuit(lamps, &lamp.circuit);
    let Some(first) = own.first() else { return 0.0 };
    let left = Vector::facing(first.mount.faces_deg + 90.0, 0.0);
    let across = |m: &jovek_job::Mount| m.at.along_m * left.along + m.at.left_m * left.left;
    let middle = own.iter().map(|s| across(&s.mount)).sum::<f64>() / own.len() as f64;
    middle - across(&lamp.source.mount)
}

/// Aims one lamp; none where nobody aims its kind. `path` is where what is found goes.
fn aim(
    lamp: &Lamp,
    right_m: f64,
    path: String,
    adjuster: Option<&Adjuster>,
    found: Option<FoundMark>,
    (wall_m, region, units): (f64, Region, Units),
) -> Option<AimAnswer> {
    let mount = lamp.source.mount;
    let up_m = mount.at.up_m;
    let is_forward = Vector::facing(mount.faces_deg, 0.0).along < -0.5;
    // A rear fog lamp is no fog lamp that is aimed.
    let by_rule = target(lamp.role, up_m, region).filter(|_| is_forward);
    let is_pointed = by_rule.is_none();
    let target = by_rule.or_else(|| pointed(lamp.role, mount.down_deg))?;
    let place = MarkPlane::of(&target, up_m, wall_m);
    let (least, most) = target.range_percent;
    let ends = [place.mark_m(most), place.mark_m(least)];
    let range_m = [ends[0].min(ends[1]), ends[0].max(ends[1])];
    let found_m = found.map(|f| place.found_m(f));
    let is_right =
        found_m.map(|m| (range_m[0] - place.read_m()..=range_m[1] + place.read_m()).contains(&m));
    let mark_m = place.mark_m(target.percent);
    let says = match found {
        None => String::new(),
        Some(f) if !place.is_of(f) => {
            let how = if is_right == Some(true) { say::in_range() } else { say::out_of_range() };
            say::found_which_is_look(&found_text(f, units), &how)
        }
        Some(_) if is_right == Some(true) => say::in_range_leave().to_owned(),
        Some(f) => correction(&place, f, target.percent, adjuster, units),
    };
    let what = match target.by {
        AimBy::Edge => say::edge(),
        AimBy::HotSpot => say::hot_spot(),
    };
    let side = match mount.at.left_m {
        m if m.abs() < 0.005 => say::in_the_middle().to_owned(),
        m if m > 0.0 => say::left(&units.tape(1000.0 * m)),
        m => say::right(&units.tape(-1000.0 * m)),
    };
    let assumed = if lamp.is_place_assumed { say::all_of_it_assumed() } else { "" };
    let angle = angle_deg(target.percent);
    let drop_m = drop_m(wall_m, target.percent);
    let mut rows = vec![AimRow {
        what: say::lamp(),
        text: say::high_faces(&units.tape(1000.0 * up_m), &side, &way(mount.faces_deg), &assumed),
    }];
    if place.on == AimOn::Wall {
        let beside = if drop_m < 0.0 { say::above() } else { say::below() };
        let text = match drop_m.abs() {
            m if m < 0.0005 => say::at_its_own_height().to_owned(),
            m => say::it(&units.tape(1000.0 * m), &beside),
        };
        rows.push(AimRow { what, text });
    }
    rows.push(AimRow { what: say::mark(), text: place.text(mark_m, units) });
    rows.push(AimRow {
        what: say::allowed(),
        text: if is_pointed {
            say::down(&place.range_text(range_m, units), &angle)
        } else {
            format!("{}, {:.2} %, {angle:.2}°", place.range_text(range_m, units), target.percent)
        },
    });
    Some(AimAnswer {
        circuit: lamp.circuit.clone(),
        name: lamp.name.clone(),
        path,
        by: target.by,
        on: place.on,
        lamp_up_m: up_m,
        left_m: mount.at.left_m,
        right_m,
        is_forward,
        is_pointed,
        wall_m,
        drop_m,
        mark_m,
        range_m,
        percent: target.percent,
        angle_deg: angle,
        found_m,
        found_deg: found.map(|f| down_deg(f, up_m)),
        found_text: found.filter(|f| place.is_of(*f)).map(|f| found_text(f, units)),
        asks: match place.on {
            AimOn::Wall => say::height_found_on_the_wall(),
            AimOn::Ground => say::distance_found_on_the_ground(),
        },
        unit: match place.on {
            AimOn::Wall => "mm",
            AimOn::Ground => "m",
        },
        rows,
        says,
        is_right,
        source: target.source.to_owned(),
    })
}

/// Which way a bearing looks.
fn way(faces_deg: f64) -> &'static str {
    match faces_deg.rem_euclid(360.0) {
        d if !(45.0..315.0).contains(&d) => say::forward(),
        d if d < 135.0 => common::left(),
        d if d <= 225.0 => say::rearward(),
        _ => common::right(),
    }
}

/// Where a lamp's mark goes: a beam is looked at where it meets something first.
struct MarkPlane {
    on: AimOn,
    up_m: f64,
    wall_m: f64,
}

impl MarkPlane {
    fn of(target: &Target, up_m: f64, wall_m: f64) -> MarkPlane {
        let is_ground = meets_road_m(up_m, target.percent).is_some_and(|m| m < wall_m);
        MarkPlane { on: if is_ground { AimOn::Ground } else { AimOn::Wall }, up_m, wall_m }
    }

    /// The mark of an inclination, m.
    fn mark_m(&self, percent: f64) -> f64 {
        match self.on {
            AimOn::Wall => (self.up_m - drop_m(self.wall_m, percent)).max(0.0),
            // What hardly comes down is not looked for farther than the wall.
            AimOn::Ground => {
                meets_road_m(self.up_m, percent).map_or(self.wall_m, |m| m.min(self.wall_m))
            }
        }
    }

    /// True where a mark was looked for as it would be now.
    fn is_of(&self, found: FoundMark) -> bool {
        match found {
            FoundMark::Wall { wall_m, .. } => {
                self.on == AimOn::Wall && (wall_m - self.wall_m).abs() < 0.005
            }
            FoundMark::Ground { .. } => self.on == AimOn::Ground,
        }
    }

    /// Where a mark that was found is, or would be were it looked for as it is now, m.
    fn found_m(&self, found: FoundMark) -> f64 {
        let percent = percent(down_deg(found, self.up_m));
        match (found, self.on) {
            (FoundMark::Ground { far_m }, AimOn::Ground) => far_m,
            (_, AimOn::Wall) => self.up_m - drop_m(self.wall_m, percent),
            (_, AimOn::Ground) => self.mark_m(percent),
        }
    }

    /// To what a mark is read, m: a tape on a wall to a few millimetres, a bright middle on the ground to a hand.
    fn read_m(&self) -> f64 {
        match self.on {
            AimOn::Wall => 0.005,
            AimOn::Ground => 0.05,
        }
    }

    fn text(&self, mark_m: f64, units: Units) -> String {
        match self.on {
            AimOn::Wall => say::high(&units.tape(1000.0 * mark_m)),
            AimOn::Ground => say::on_the_ground_from_below(&units.length(mark_m)),
        }
    }

    fn range_text(&self, range_m: [f64; 2], units: Units) -> String {
        let [least, most] = range_m;
        match self.on {
            AimOn::Wall => say::high(&units.tape_between(1000.0 * least, 1000.0 * most)),
            AimOn::Ground => say::range(&units.length(least), &units.length(most)),
        }
    }
}

/// Inclination of a mark that was found for a lamp of a height, degrees.
fn down_deg(found: FoundMark, lamp_up_m: f64) -> f64 {
    let down = match found {
        FoundMark::Wall { up_mm, wall_m } => (lamp_up_m - up_mm / 1000.0).atan2(wall_m),
        FoundMark::Ground { far_m } => lamp_up_m.atan2(far_m),
    };
    down.to_degrees()
}

/// A mark as it was read: `575 mm high on a wall at 7.62 m`.
fn found_text(found: FoundMark, units: Units) -> String {
    match found {
        FoundMark::Wall { up_mm, wall_m } => {
            say::high_on_a_wall(&units.tape(up_mm), &units.length(wall_m))
        }
        FoundMark::Ground { far_m } => say::away_on_the_ground(&units.length(far_m)),
    }
}

fn correction(
    place: &MarkPlane,
    found: FoundMark,
    percent: f64,
    adjuster: Option<&Adjuster>,
    units: Units,
) -> String {
    let change_deg = angle_deg(percent) - down_deg(found, place.up_m);
    let way = if change_deg > 0.0 { say::way_down() } else { say::up() };
    let apart_m = (place.found_m(found) - place.mark_m(percent)).abs();
    let by = match place.on {
        AimOn::Wall => say::on_the_wall(&units.tape(1000.0 * apart_m), &way),
        AimOn::Ground if change_deg > 0.0 => say::too_far(&units.about(apart_m)),
        AimOn::Ground => say::too_near(&units.about(apart_m)),
    };
    let by = format!("{by}, {:.2}°", change_deg.abs());
    match adjuster {
        Some(adjuster) => {
            let turns = turns(adjuster, change_deg).abs();
            say::turns(&by, &turns, &way, &adjuster.reach)
        }
        None => say::tilt_it_at_its_bracket(&by, &way),
    }
}

/// How far two sides of a pair may differ, degrees: 2 cm at 7.62 m. Common practice, no source.
const ALIKE_DEG: f64 = 0.15;
/// The same of lamps that are pointed at their work. Common practice, no source.
const POINTED_ALIKE_DEG: f64 = 1.0;

/// Says where two lamps of a pair were found apart.
pub fn alike(pair: &[&AimAnswer], units: Units) -> Option<String> {
    let found: Vec<(&AimAnswer, f64, f64)> =
        pair.iter().filter_map(|a| Some((*a, a.found_m?, a.found_deg?))).collect();
    let high = found.iter().min_by(|a, b| a.2.total_cmp(&b.2))?;
    let low = found.iter().max_by(|a, b| a.2.total_cmp(&b.2))?;
    let may_deg = if high.0.is_pointed { POINTED_ALIKE_DEG } else { ALIKE_DEG };
    if low.2 - high.2 <= may_deg || high.0.on != low.0.on {
        return None;
    }
    let (high_name, low_name) = (&high.0.name, &low.0.name);
    Some(match high.0.on {
        AimOn::Wall => {
            let apart_m = (high.1 - high.0.lamp_up_m) - (low.1 - low.0.lamp_up_m);
            let mm = 1000.0 * apart_m;
            say::stands_higher_on_the_wall(&high_name, &units.tape(mm), &low_name)
        }
        AimOn::Ground => {
            let m = high.1 - low.1;
            say::shines_farther_than_both_sides_alike(&high_name, &units.about(m), &low_name)
        }
    })
}
