//! Each lamp against the rules of a region.

use super::rulebook::{Entry, Facing, OnRoad, Part, Rule, Vehicles, rules};
use crate::answers::{Assessment, study};
use crate::circuit::SolveError;
use crate::job::{
    BodyKind, CircuitId, Job, LampColour, LampPlace, LampRole, Light, LightId, Mount, Region,
    Signal, SupplyState, WarningClass, Wish,
};
use crate::light::lamps::{Lamp, lamps, size_m};
use serde::Serialize;
use utoipa::ToSchema;

/// How a lamp stands to the rules.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum RoadVerdict {
    /// As the rules say.
    Right,
    /// Somebody must be asked, or something measured.
    Ask,
    /// Against a rule.
    Wrong,
}

/// What one rule says of a lamp.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RoadReason {
    /// How it stands to this rule.
    pub verdict: RoadVerdict,
    /// In words.
    pub says: String,
    /// Region and file of the rule.
    pub rule: String,
    /// Where it is written; recalled from memory.
    pub source: String,
    /// `low`, `medium` or `high`.
    pub confidence: &'static str,
}

/// A lamp, judged.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LampOnRoad {
    /// Its circuit.
    pub circuit: CircuitId,
    /// Its light.
    pub light: LightId,
    /// Number within the light.
    pub number: usize,
    /// Name.
    pub name: String,
    /// How it stands.
    pub mount: Mount,
    /// Colour of its light.
    pub colour: LampColour,
    /// The gravest of its reasons.
    pub verdict: RoadVerdict,
    /// What each rule says, the gravest first.
    pub reasons: Vec<RoadReason>,
}

/// A lamp or reflector that a rule asks for and the job does not have.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Missing {
    /// What it is called.
    pub lamp: String,
    /// How many are wanted, and how many the job has.
    pub text: String,
    /// Wrong on a trailer, where the job is all there is; to be looked for on a vehicle with factory lamps.
    pub verdict: RoadVerdict,
    /// The rule.
    pub reason: RoadReason,
}

/// The rules of one region.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RegionReport {
    /// Whose.
    pub region: Region,
    /// As it is spoken.
    pub name: &'static str,
    /// `2 wrong, 3 to ask, 7 right`.
    pub text: String,
    /// Each lamp.
    pub lamps: Vec<LampOnRoad>,
    /// What is asked for and not in the job.
    pub missing: Vec<Missing>,
    /// What holds for all lamps together.
    pub together: Vec<RoadReason>,
}

/// A job on the road.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RoadReport {
    /// Length, width and height, m.
    pub vehicle_m: [f64; 3],
    /// True for a trailer.
    pub is_trailer: bool,
    /// Each region that is looked at.
    pub regions: Vec<RegionReport>,
    /// What has the last word.
    pub says: &'static str,
}

/// Stands on every page with rules.
pub const LAST_WORD: &str = "Recalled from memory, no legal advice: look it up, ask the local authority in writing. \
     The local code has the last word.";

/// Holds a job against the rules: of the region asked, else of the job's own, else of both.
///
/// # Errors
/// [`SolveError`] when a circuit has no steady state.
pub fn road(job: &Job, region: Option<Region>) -> Result<RoadReport, SolveError> {
    road_of(job, &study(job), region)
}

/// The same of a job that is studied already.
///
/// # Errors
/// [`SolveError`] when a circuit has no steady state.
pub fn road_of(
    job: &Job,
    study: &Assessment,
    region: Option<Region>,
) -> Result<RoadReport, SolveError> {
    let all = lamps(job, study, SupplyState::EngineOff)?;
    let body = job.skeleton.as_ref().map(|s| s.body);
    let is_trailer = matches!(body, Some(BodyKind::TrailerOneAxle | BodyKind::TrailerTwoAxle));
    let regions: Vec<Region> = match region.or(job.lighting.region) {
        Some(one) => vec![one],
        None => Region::ALL.to_vec(),
    };
    let vehicle = Vehicle { job, lamps: &all, size_m: size_m(job), is_trailer };
    Ok(RoadReport {
        vehicle_m: vehicle.size_m,
        is_trailer,
        regions: regions.into_iter().map(|r| vehicle.region(r)).collect(),
        says: LAST_WORD,
    })
}

struct Vehicle<'a> {
    job: &'a Job,
    lamps: &'a [Lamp],
    size_m: [f64; 3],
    is_trailer: bool,
}

fn reason(entry: &Entry, verdict: RoadVerdict, says: String) -> RoadReason {
    let region = match entry.region {
        Region::Us => "us",
        Region::Un => "un",
    };
    RoadReason {
        verdict,
        says,
        rule: format!("{region}/{}", entry.id),
        source: entry.source.clone(),
        confidence: entry.confidence.label(),
    }
}

fn colour_name(colour: LampColour) -> &'static str {
    match colour {
        LampColour::White => "white",
        LampColour::Yellow => "selective yellow",
        LampColour::Amber => "amber",
        LampColour::Red => "red",
        LampColour::Green => "green",
        LampColour::Blue => "blue",
    }
}

fn one_of(colours: &[LampColour]) -> String {
    colours.iter().map(|c| colour_name(*c)).collect::<Vec<_>>().join(" or ")
}

impl Vehicle<'_> {
    fn region(&self, region: Region) -> RegionReport {
        let lamps: Vec<LampOnRoad> = self
            .lamps
            .iter()
            .filter(|l| self.is_outside(l))
            .map(|l| self.lamp(region, l))
            .collect();
        let missing: Vec<Missing> = rules(region).filter_map(|e| self.missing(e)).collect();
        let count = |v: RoadVerdict| lamps.iter().filter(|l| l.verdict == v).count();
        let lacks = missing.iter().filter(|m| m.verdict == RoadVerdict::Wrong).count();
        let mut text = format!(
            "{} wrong, {} to ask, {} right",
            count(RoadVerdict::Wrong),
            count(RoadVerdict::Ask),
            count(RoadVerdict::Right)
        );
        if lacks > 0 {
            text += &format!(", {lacks} missing");
        }
        RegionReport {
            region,
            name: region.label(),
            text,
            lamps,
            missing,
            together: rules(region).filter_map(|e| self.together(e)).collect(),
        }
    }

    fn light(&self, lamp: &Lamp) -> Option<&Light> {
        let circuit = self.job.circuits.iter().find(|c| c.id == lamp.circuit)?;
        circuit.lights.iter().find(|l| l.id == lamp.light)
    }

    /// What cannot be seen from the road is nobody's business.
    fn is_outside(&self, lamp: &Lamp) -> bool {
        let place = self.light(lamp).map(Light::sits);
        !(matches!(place, Some(LampPlace::Cab | LampPlace::Bed))
            && lamp.role == Some(LampRole::Accent))
    }

    fn facing(&self, lamp: &Lamp) -> Facing {
        let deg = lamp.source.mount.faces_deg.rem_euclid(360.0);
        match deg {
            d if !(45.0..=315.0).contains(&d) => Facing::Front,
            d if (135.0..=225.0).contains(&d) => Facing::Rear,
            _ => Facing::Side,
        }
    }

    fn is_at(&self, lamp: &Lamp, part: Option<Part>) -> bool {
        let [length_m, _, height_m] = self.size_m;
        let at = lamp.source.mount.at;
        let along = at.along_m / length_m;
        let is_top = at.up_m >= 0.6 * height_m;
        match part {
            None => true,
            Some(Part::Front) => along < 1.0 / 3.0,
            Some(Part::Middle) => (1.0 / 3.0..=2.0 / 3.0).contains(&along),
            Some(Part::Rear) => along > 2.0 / 3.0,
            Some(Part::Top) => is_top,
            Some(Part::TopMiddle) => is_top && at.left_m.abs() < 0.5,
        }
    }

    fn needs(&self, truck: Vehicles, trailer: Vehicles) -> bool {
        let [length_m, width_m, _] = self.size_m;
        if self.is_trailer { trailer } else { truck }.hold(length_m, width_m)
    }

    fn lamp(&self, region: Region, lamp: &Lamp) -> LampOnRoad {
        let mut reasons = Vec::new();
        let Some(role) = lamp.role else {
            return self.judged(
                lamp,
                vec![RoadReason {
                    verdict: RoadVerdict::Ask,
                    says: "Say under Light what the lamp is for.".into(),
                    rule: String::new(),
                    source: "the job".into(),
                    confidence: "high",
                }],
            );
        };
        let facing = self.facing(lamp);
        let mut fitting = Vec::new();
        for entry in rules(region) {
            let (its_role, its_facing, part) = match &entry.rule {
                Rule::Required { role, facing, part, .. } => (*role, *facing, *part),
                Rule::Added { role, facing, .. } => (*role, *facing, None),
                Rule::Reflector { .. } | Rule::General { .. } => continue,
            };
            let faces = its_facing == Facing::Any || its_facing == facing;
            if its_role == role && faces && self.is_at(lamp, part) {
                fitting.push(entry);
            }
        }
        // A rule for its own colour speaks before one for another.
        let own = |e: &&Entry| match &e.rule {
            Rule::Required { colours, .. } | Rule::Added { colours, .. } => {
                colours.contains(&lamp.colour)
            }
            Rule::Reflector { .. } | Rule::General { .. } => false,
        };
        if fitting.iter().any(own) {
            fitting.retain(own);
        }
        // Of several rules for one place, one that it keeps is enough.
        let by_rule: Vec<Vec<RoadReason>> = fitting.iter().map(|e| self.by_rule(e, lamp)).collect();
        let grave = |list: &[RoadReason]| list.iter().map(|r| r.verdict).max();
        match by_rule.into_iter().min_by_key(|list| grave(list)) {
            Some(best) => reasons.extend(best),
            None => reasons.push(RoadReason {
                verdict: RoadVerdict::Ask,
                says: format!("The rule book has no {} there; ask.", role.label()),
                rule: String::new(),
                source: "this rule book".into(),
                confidence: "low",
            }),
        }
        for entry in rules(region) {
            reasons.extend(self.general(entry, lamp, role, facing));
        }
        self.judged(lamp, reasons)
    }

    fn judged(&self, lamp: &Lamp, mut reasons: Vec<RoadReason>) -> LampOnRoad {
        reasons.sort_by_key(|r| std::cmp::Reverse(r.verdict));
        LampOnRoad {
            circuit: lamp.circuit.clone(),
            light: lamp.light.clone(),
            number: lamp.number,
            name: lamp.name.clone(),
            mount: lamp.source.mount,
            colour: lamp.colour,
            verdict: reasons.iter().map(|r| r.verdict).max().unwrap_or(RoadVerdict::Ask),
            reasons,
        }
    }

    /// A lamp against one rule that is for it.
    fn by_rule(&self, entry: &Entry, lamp: &Lamp) -> Vec<RoadReason> {
        let mut out = Vec::new();
        let mut say = |verdict, says: String| out.push(reason(entry, verdict, says));
        let (name, colours, height_mm, steady) = match &entry.rule {
            Rule::Required { lamp, colours, height_mm, steady, .. }
            | Rule::Added { lamp, colours, height_mm, steady, .. } => {
                (lamp, colours, height_mm, *steady)
            }
            Rule::Reflector { .. } | Rule::General { .. } => return out,
        };
        if !colours.contains(&lamp.colour) {
            say(
                RoadVerdict::Wrong,
                format!("{name}: {}, not {}.", one_of(colours), colour_name(lamp.colour)),
            );
        }
        let up_mm = 1000.0 * lamp.source.mount.at.up_m;
        let [low, mut high] = *height_mm;
        if let Rule::Required { wide_trailer_mm: Some(wide), .. } = &entry.rule
            && self.is_trailer
            && 1000.0 * self.size_m[1] >= wide.from_mm
        {
            high = Some(wide.high_mm);
        }
        let is_low = low.is_some_and(|low| up_mm < low);
        let is_high = high.is_some_and(|high| up_mm > high);
        if is_low || is_high {
            let range = match (low, high) {
                (Some(low), Some(high)) => format!("{low:.0} to {high:.0} mm"),
                (Some(low), None) => format!("{low:.0} mm or more"),
                (None, Some(high)) => format!("{high:.0} mm at most"),
                (None, None) => String::new(),
            };
            let (verdict, where_) = if lamp.is_place_assumed {
                (RoadVerdict::Ask, format!("perhaps {up_mm:.0} mm high: measure it"))
            } else {
                (RoadVerdict::Wrong, format!("{up_mm:.0} mm high"))
            };
            say(verdict, format!("{name}: {range} above the ground, this one {where_}."));
        }
        let flash = self.light(lamp).and_then(|l| l.flash);
        if steady && flash.is_some() {
            say(RoadVerdict::Wrong, format!("{name}: steady, this one flashes."));
        }
        if let Rule::Added { hz, on_part, road, most, classes, .. } = &entry.rule {
            if let Some((verdict, says)) = self.class(classes, name, lamp) {
                say(verdict, says);
            }
            if let (Some([slow, fast]), Some(flash)) = (hz, flash) {
                if !(*slow..=*fast).contains(&flash.hz) {
                    say(
                        RoadVerdict::Wrong,
                        format!(
                            "{name}: {slow} to {fast} flashes a second, this one {}.",
                            flash.hz
                        ),
                    );
                }
                if on_part.is_some_and(|part| flash.duty > part + 1e-9) {
                    say(
                        RoadVerdict::Wrong,
                        format!(
                            "{name}: lit for at most {:.0} % of the time.",
                            100.0 * on_part.unwrap_or(0.0)
                        ),
                    );
                }
            }
            let alike = self.lamps.iter().filter(|l| l.role == lamp.role).count();
            if let Some(most) = most.filter(|m| alike > *m) {
                say(RoadVerdict::Ask, format!("{name}: at most {most}, here are {alike}."));
            }
            let (verdict, says) = self.on_road(*road, name, lamp);
            say(verdict, says);
        }
        if out.is_empty() {
            let note = entry.note.as_ref().map_or(String::new(), |n| format!(" ({n})"));
            out.push(reason(entry, RoadVerdict::Right, format!("{name}: as the rule says{note}.")));
        }
        out
    }

    /// The class of a warning lamp against those that do; none where the rule asks for none.
    fn class(
        &self,
        classes: &[WarningClass],
        name: &str,
        lamp: &Lamp,
    ) -> Option<(RoadVerdict, String)> {
        if classes.is_empty() {
            return None;
        }
        let wanted: Vec<&str> = classes.iter().map(|c| c.label()).collect();
        let wanted = wanted.join(" or ");
        let class = self.light(lamp).and_then(|l| l.optic.as_ref()).and_then(|o| o.class);
        Some(match class {
            Some(class) if classes.contains(&class) => {
                (RoadVerdict::Right, format!("{name}: {}, as its work asks.", class.label()))
            }
            Some(class) => (
                RoadVerdict::Wrong,
                format!("{name}: {wanted} for work on the road, this one is {}.", class.label()),
            ),
            None => (RoadVerdict::Ask, format!("{name}: {wanted}; read it off the lens.")),
        })
    }

    /// What an added lamp may do on the road, and whether its wish keeps to it.
    fn on_road(&self, road: OnRoad, name: &str, lamp: &Lamp) -> (RoadVerdict, String) {
        let wish = self.job.circuits.iter().find(|c| c.id == lamp.circuit).map(|c| &c.lit);
        let permit = self.job.lighting.permits.iter().find(|p| p.colour == lamp.colour);
        match road {
            OnRoad::Lawful => (RoadVerdict::Right, format!("{name}: may be lit on the road.")),
            OnRoad::HighBeamOnly => {
                if wish.is_some_and(|w| needs(w, Signal::HighBeam)) {
                    (RoadVerdict::Right, format!("{name}: lit with high beam only."))
                } else {
                    let says = format!("{name}: with high beam only; its wish lights it without.");
                    (RoadVerdict::Wrong, says)
                }
            }
            OnRoad::Off => {
                if wish.is_some_and(keeps_off_moving) {
                    (RoadVerdict::Right, format!("{name}: goes out when the vehicle moves."))
                } else {
                    let says = format!(
                        "{name}: off on the road. Its switch must be off while driving; a speed gate makes sure."
                    );
                    (RoadVerdict::Ask, says)
                }
            }
            OnRoad::Permit => match permit {
                Some(p) => (RoadVerdict::Right, format!("{name}: permitted by {}.", p.by)),
                None => (
                    RoadVerdict::Ask,
                    format!(
                        "{name}: {} by permission; note who gave it.",
                        colour_name(lamp.colour)
                    ),
                ),
            },
            OnRoad::Emergency => match permit {
                Some(p) => (RoadVerdict::Right, format!("{name}: permitted by {}.", p.by)),
                None => (
                    RoadVerdict::Wrong,
                    format!("{name}: {} is for emergency vehicles.", colour_name(lamp.colour)),
                ),
            },
            OnRoad::Ask => (RoadVerdict::Ask, format!("{name}: local law says whether and how.")),
        }
    }

    fn general(
        &self,
        entry: &Entry,
        lamp: &Lamp,
        role: LampRole,
        facing: Facing,
    ) -> Option<RoadReason> {
        let Rule::General { says, facing: seen, colour, except_roles, most_hz, .. } = &entry.rule
        else {
            return None;
        };
        let is_seen = seen.is_some_and(|s| s == facing) && *colour == Some(lamp.colour);
        // A permitted warning lamp is judged by its own rule.
        let is_excepted = except_roles.contains(&role) || role == LampRole::Warning;
        if is_seen && !is_excepted {
            return Some(reason(entry, RoadVerdict::Wrong, format!("{says}.")));
        }
        let hz = self.light(lamp).and_then(|l| l.flash).map(|f| f.hz);
        match (most_hz, hz) {
            (Some(most), Some(hz)) if hz > *most => Some(reason(
                entry,
                RoadVerdict::Ask,
                format!("{hz} flashes a second: {says}; 15 to 25 are the worst."),
            )),
            _ => None,
        }
    }

    /// What a rule asks for that the job does not have.
    fn missing(&self, entry: &Entry) -> Option<Missing> {
        let (lamp, least, have, wanted) = match &entry.rule {
            Rule::Required {
                lamp,
                role,
                facing,
                part,
                least,
                colours,
                truck,
                trailer,
                every_m,
                ..
            } => {
                if !self.needs(*truck, *trailer) {
                    return None;
                }
                let is_one = |l: &&Lamp| {
                    l.role == Some(*role)
                        && self.facing(l) == *facing
                        && self.is_at(l, *part)
                        && colours.contains(&l.colour)
                };
                let have = self.lamps.iter().filter(is_one).count();
                let least = match every_m {
                    // One every so far on each side.
                    Some(every_m) => {
                        (*least).max(2 * (self.size_m[0] / every_m).ceil().max(1.0) as usize)
                    }
                    None => *least,
                };
                (lamp, least, have, one_of(colours))
            }
            Rule::Reflector { lamp, least, colours, truck, trailer, height_mm, .. } => {
                if !self.needs(*truck, *trailer) {
                    return None;
                }
                let [low, high] = height_mm.map(|h| h.unwrap_or_default());
                (lamp, *least, 0, format!("{}, {low:.0} to {high:.0} mm high", one_of(colours)))
            }
            _ => return None,
        };
        if have >= least {
            return None;
        }
        let is_reflector = matches!(entry.rule, Rule::Reflector { .. });
        let verdict = match (self.is_trailer, is_reflector) {
            (true, false) => RoadVerdict::Wrong,
            _ => RoadVerdict::Ask,
        };
        let text = match (verdict, have) {
            (RoadVerdict::Wrong, have) => format!("{least} {wanted}, the job has {have}"),
            (_, 0) => format!("{least} {wanted}: on the vehicle already?"),
            (_, have) => format!("{least} {wanted}, the job adds {have}"),
        };
        let note = entry.note.clone().unwrap_or_default();
        Some(Missing { lamp: lamp.clone(), text, verdict, reason: reason(entry, verdict, note) })
    }

    /// What a rule says of all lamps together.
    fn together(&self, entry: &Entry) -> Option<RoadReason> {
        match &entry.rule {
            Rule::General { sum_hz: Some(most), says, .. } => {
                let flashes = self.lamps.iter().filter_map(|l| self.light(l)?.flash.map(|f| f.hz));
                let sum: f64 = flashes.clone().sum();
                (flashes.count() > 1 && sum > *most + 1e-9).then(|| {
                    let says =
                        format!("Unsynchronised, {sum:.1} flashes a second together: {says}. Synchronise them.");
                    reason(entry, RoadVerdict::Ask, says)
                })
            }
            Rule::Added { sum_cd: Some(most), role, lamp, .. } => {
                let own = self.lamps.iter().filter(|l| l.role == Some(*role));
                let sum: f64 = own.map(|l| l.source.part * l.source.distribution.peak().0).sum();
                (sum > 0.0).then(|| {
                    let over = sum > *most;
                    let verdict = if over { RoadVerdict::Wrong } else { RoadVerdict::Ask };
                    let says = format!(
                        "{lamp}: {sum:.0} cd together; with the vehicle's own main beams at most {most:.0} cd."
                    );
                    reason(entry, verdict, says)
                })
            }
            _ => None,
        }
    }
}

/// True where a wish lights a lamp only while a signal is on.
fn needs(wish: &Wish, signal: Signal) -> bool {
    match wish {
        Wish::With(s) => *s == signal,
        Wish::Any(list) => !list.is_empty() && list.iter().all(|w| needs(w, signal)),
        Wish::All(list) => list.iter().any(|w| needs(w, signal)),
        Wish::OnlyWhile { lit, condition } => needs(lit, signal) || needs(condition, signal),
        Wish::UntilLow(w) => needs(w, signal),
        _ => false,
    }
}

/// True where a wish keeps a lamp dark while the vehicle moves.
fn keeps_off_moving(wish: &Wish) -> bool {
    let stands = |w: &Wish| matches!(w, Wish::Not(inner) if **inner == Wish::With(Signal::Moving));
    match wish {
        Wish::All(list) => list.iter().any(|w| stands(w) || keeps_off_moving(w)),
        Wish::Any(list) => !list.is_empty() && list.iter().all(keeps_off_moving),
        Wish::OnlyWhile { lit, condition } => {
            stands(condition) || keeps_off_moving(condition) || keeps_off_moving(lit)
        }
        Wish::UntilLow(w) => keeps_off_moving(w),
        _ => false,
    }
}
