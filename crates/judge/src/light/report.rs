//! What the lamps of a job do with their light, in figures and words.

use super::aim::drop_m;
use super::aim_sheet::{AimAnswer, aim_sheet, alike};
use super::colour::{self, Chromaticity};
use super::glare::{GlareAnswer, back_glare, camera, glare};
use super::lamps::{Burn, Lamp, Stands, size_m};
use super::picture::{Frame, POINTS, POINTS_BESIDE, Picture, around, ground, two_digits, wall};
use super::source::{Source, lux};
use super::spots::{SpotAnswer, lit_for, next_spot, normal, spot_answers};
use super::vector::Vector;
use jovek_base::units::{Units, thousands};
use jovek_catalog::light::WALL_M;
use jovek_circuit::SolveError;
use jovek_job::{
    At, CircuitId, Job, LampColour, LampRole, LightId, LuxSpot, Mount, Region, SupplyState,
};
use jovek_phrases::light as say;
use jovek_plan::study::study;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What is asked of the light.
#[derive(Debug, Clone, PartialEq, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LightAsked {
    /// The job.
    pub job: Job,
    /// State of the supply.
    #[serde(default)]
    pub supply: SupplyState,
    /// Lamps of this circuit alone; of all otherwise.
    #[serde(default)]
    pub circuit: Option<CircuitId>,
    /// What stands in the places of the lamps.
    #[serde(default)]
    pub stands: Stands,
    /// What is drawn.
    #[serde(default)]
    pub drawn: LightPicture,
    /// What is laid beside them; nothing where none. Both are answered at once, the circuits are solved only once for
    /// both.
    #[serde(default)]
    pub beside: Option<Stands>,
}

impl LightAsked {
    /// The lamps that are asked for.
    fn shown(&self, all: &[Lamp]) -> Vec<Lamp> {
        let is_asked = |l: &&Lamp| self.circuit.as_ref().is_none_or(|c| *c == l.circuit);
        all.iter().filter(is_asked).cloned().collect()
    }
}

/// What of the light is drawn: a picture takes longer than all the figures.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum LightPicture {
    /// The ground from above.
    #[default]
    Ground,
    /// The wall that the asked circuit's lamps face, else those of the first circuit that is aimed.
    Wall,
    /// Nothing.
    Nothing,
}

/// One lamp and its light.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LampAnswer {
    /// Its circuit.
    pub circuit: CircuitId,
    /// Its light.
    pub light: LightId,
    /// Number within the light, from 0.
    pub number: usize,
    /// Name.
    pub name: String,
    /// How it stands.
    pub mount: Mount,
    /// True where nobody said where.
    pub is_place_assumed: bool,
    /// True where nobody said how much light.
    pub is_beam_assumed: bool,
    /// `2,000 lm, 1,850 cd, 60° wide and high`.
    pub beam_text: String,
    /// `1.95 m high, 12.0° down`.
    pub place_text: String,
    /// `12.1 V, full light`.
    pub level_text: String,
    /// Flux out of it, lm.
    pub flux_lm: f64,
    /// Peak, cd.
    pub peak_cd: f64,
    /// Full width and height at half of the peak, degrees.
    pub beam_deg: [f64; 2],
    /// The same at a tenth.
    pub field_deg: [f64; 2],
    /// Colour of its light as screens show it.
    pub screen: String,
    /// Why its file does not count.
    pub fault: Option<String>,
}

/// How far the lamps of a circuit reach.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ReachAnswer {
    /// Circuit by name.
    pub name: String,
    /// Illuminance, lx, on something upright, 1 m high.
    pub lux_lx: f64,
    /// How far, m; none where it is nowhere met.
    pub far_m: Option<f64>,
    /// `1 lx at 84 m`.
    pub text: String,
}

/// What a colour is by one region's law.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LegalAnswer {
    /// The region.
    pub region: Region,
    /// The legal colour; none between the areas.
    pub colour: Option<colour::LegalColour>,
}

/// Colour of a lamp's light.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ColourAnswer {
    /// Lamps of one light, by its name.
    pub name: String,
    /// Chromaticity.
    pub at: Chromaticity,
    /// As screens show it.
    pub screen: String,
    /// Region by region: the legal colour that it falls in.
    pub legal: Vec<LegalAnswer>,
    /// In words.
    pub text: String,
    /// False where it falls in no area, or in another than its colour's in some region.
    pub is_fine: bool,
}

/// The light of other lamps in the same places, laid beside that of the lamps as planned.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Beside {
    /// Each lamp, or what stands in its place.
    pub lamps: Vec<LampAnswer>,
    /// Reach.
    pub reach: Vec<ReachAnswer>,
    /// The ground from above; none where it was not asked for.
    pub ground: Option<Picture>,
    /// The wall; none where it was not asked for.
    pub wall: Option<Picture>,
    /// Light at the marked spots, in the order of the report's own.
    pub spots: Vec<BesideSpot>,
    /// What a person should know of it: camera, back-glare.
    pub notes: Vec<String>,
}

/// Light at a marked spot with other lamps.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct BesideSpot {
    /// Illuminance, lx.
    pub lux_lx: f64,
    /// `14 lx`.
    pub text: String,
    /// `as planned 3.1 times as much`.
    pub ratio_text: Option<String>,
}

/// The light of a job.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LightReport {
    /// Each lamp.
    pub lamps: Vec<LampAnswer>,
    /// Light at the marked spots.
    pub spots: Vec<SpotAnswer>,
    /// Where a new spot stands: before the first lamp, in the direction in which it shines.
    pub next_spot: At,
    /// Reach.
    pub reach: Vec<ReachAnswer>,
    /// The ground from above; none where it was not asked for.
    pub ground: Option<Picture>,
    /// The light of those that were asked for.
    pub beside: Option<Beside>,
    /// The wall that the asked circuit's lamps face, else those of the first circuit that is aimed; none where it was
    /// not asked for.
    pub wall: Option<Picture>,
    /// Whose wall that is.
    pub wall_of: Option<CircuitId>,
    /// From the lamps to the wall, m.
    pub wall_m: f64,
    /// The same as the shop reads its tape.
    pub wall_text: String,
    /// What slope does to the marks.
    pub level_text: String,
    /// Length, width and height of the vehicle, m.
    pub vehicle_m: [f64; 3],
    /// The aim sheet.
    pub aim: Vec<AimAnswer>,
    /// Glare.
    pub glare: Vec<GlareAnswer>,
    /// Colours.
    pub colours: Vec<ColourAnswer>,
    /// What a person should know: sides unlike, mixed white, camera, back-glare, files that do not count.
    pub notes: Vec<String>,
}

/// Illuminances for which the reach is told, lx: 1 lx shows that something is there (the habit of lamp makers), 10 lx
/// lets one see what it is. Common practice, no source.
const REACH_LX: [f64; 2] = [1.0, 10.0];

/// Works out the light of a job.
///
/// # Errors
/// [`SolveError`] when a circuit has no steady state.
pub fn light(asked: &LightAsked) -> Result<LightReport, SolveError> {
    let job = &asked.job;
    let study = study(job);
    let burn = Burn::of(job, &study, asked.supply)?;
    let all = burn.lamps(job, asked.stands);
    let shown = asked.shown(&all);
    let region = job.lighting.region.unwrap_or(Region::Us);
    let wall_m = job.lighting.wall_m.unwrap_or(WALL_M);
    let aim = aim_sheet(job, &all, wall_m, region);
    let mut notes: Vec<String> = Vec::new();
    for circuit in &job.circuits {
        let pair: Vec<&AimAnswer> = aim.iter().filter(|a| a.circuit == circuit.id).collect();
        notes.extend(alike(&pair, job.shop.units));
    }
    // Whom a rule aims comes before whom one points.
    let first = aim.iter().find(|a| !a.is_pointed).or(aim.first()).map(|a| a.circuit.clone());
    let wall_of = asked.circuit.clone().or(first).filter(|_| asked.drawn == LightPicture::Wall);
    let colours = colours(job, &all);
    notes.extend(mixed(job, &all));
    notes.extend(camera(&all));
    notes.extend(back_glare(&all, 1.5, job.shop.units));
    for lamp in &all {
        let file = lamp.fault.as_ref();
        notes.extend(file.map(|e| say::its_photometric_file_does_not_count(&lamp.name, &e)));
    }
    let spots = spot_answers(job, &study, &all, asked.supply)?;
    let on_wall = |lamps: &[Lamp]| {
        let circuit = wall_of.as_ref()?;
        let points = if asked.beside.is_some() { POINTS_BESIDE } else { POINTS };
        Some(wall(&of_circuit(lamps, circuit), wall_m, points)?.ruled(job.shop.units))
    };
    let other = asked.beside.map(|stands| burn.lamps(job, stands));
    // Laid over each other the two show the same stretch of ground.
    let both: Vec<Lamp> =
        shown.iter().cloned().chain(other.iter().flat_map(|o| asked.shown(o))).collect();
    let frame = around(job, &both);
    // The two pictures are apart: each on a core of its own where there is one.
    let (ground, beside) = rayon::join(
        || on_ground(asked, &shown, frame),
        || {
            let other = other.as_deref()?;
            Some(Beside {
                wall: on_wall(other),
                spots: spots_beside(job, &spots, other),
                ..beside(asked, other, frame)
            })
        },
    );
    Ok(LightReport {
        lamps: shown.iter().map(|l| lamp_answer(l, asked.job.shop.units)).collect(),
        spots,
        next_spot: next_spot(&all),
        reach: reaches(job, &all),
        ground,
        beside,
        wall: on_wall(&all),
        wall_of,
        wall_m,
        wall_text: job.shop.units.length(wall_m),
        level_text: say::level_ground_every_1_of_slope(
            &job.shop.units.tape(1000.0 * drop_m(wall_m, 1.0)),
        ),
        vehicle_m: size_m(job),
        aim,
        glare: glare(job, &all),
        colours,
        notes,
    })
}

fn reaches(job: &Job, all: &[Lamp]) -> Vec<ReachAnswer> {
    job.circuits
        .iter()
        .flat_map(|c| reach(&c.name, &of_circuit(all, &c.id), job.shop.units))
        .collect()
}

/// The ground from above, where it was asked for.
fn on_ground(asked: &LightAsked, shown: &[Lamp], frame: Frame) -> Option<Picture> {
    let sources: Vec<Source> = shown.iter().map(|l| l.source.clone()).collect();
    let points = if asked.beside.is_some() { POINTS_BESIDE } else { POINTS };
    (asked.drawn == LightPicture::Ground)
        .then(|| ground(&sources, frame, points).ruled(asked.job.shop.units))
}

fn beside(asked: &LightAsked, all: &[Lamp], frame: Frame) -> Beside {
    let shown = asked.shown(all);
    Beside {
        lamps: shown.iter().map(|l| lamp_answer(l, asked.job.shop.units)).collect(),
        reach: reaches(&asked.job, all),
        ground: on_ground(asked, &shown, frame),
        wall: None,
        spots: Vec::new(),
        notes: camera(all).into_iter().chain(back_glare(all, 1.5, asked.job.shop.units)).collect(),
    }
}

/// The marked spots in the light of other lamps.
fn spots_beside(job: &Job, planned: &[SpotAnswer], other: &[Lamp]) -> Vec<BesideSpot> {
    let of = |(spot, planned): (&LuxSpot, &SpotAnswer)| {
        let lux_lx = lux(&lit_for(spot, other), spot.at, normal(job, spot));
        let ratio = planned.predicted_lx / lux_lx;
        BesideSpot {
            lux_lx,
            text: format!("{} lx", two_digits(lux_lx)),
            ratio_text: ratio
                .is_finite()
                .then(|| say::as_planned_times_the_light(&two_digits(ratio))),
        }
    };
    job.lighting.spots.iter().zip(planned).map(of).collect()
}

/// The lamps of a circuit as sources.
pub fn of_circuit(lamps: &[Lamp], circuit: &CircuitId) -> Vec<Source> {
    lamps.iter().filter(|l| l.circuit == *circuit).map(|l| l.source.clone()).collect()
}

fn lamp_answer(lamp: &Lamp, units: Units) -> LampAnswer {
    let distribution = &lamp.source.distribution;
    // What leaves the lens at full voltage.
    let (flux_lm, peak_cd) =
        (lamp.passes * distribution.flux_lm(), lamp.passes * distribution.peak().0);
    let [wide, high] = distribution.width_deg(0.5);
    let whole = |v: f64| thousands(two_digits(v));
    LampAnswer {
        circuit: lamp.circuit.clone(),
        light: lamp.light.clone(),
        number: lamp.number,
        name: lamp.name.clone(),
        mount: lamp.source.mount,
        is_place_assumed: lamp.is_place_assumed,
        is_beam_assumed: lamp.is_beam_assumed,
        place_text: say::high_down(
            &units.length(lamp.source.mount.at.up_m),
            &lamp.source.mount.down_deg,
        ),
        beam_text: say::lm_cd_wide_high(&whole(flux_lm), &whole(peak_cd), &wide, &high),
        level_text: say::v_of_its_light(&lamp.volt_v, &(100.0 * lamp.level)),
        flux_lm,
        peak_cd,
        beam_deg: [wide, high],
        field_deg: distribution.width_deg(0.1),
        screen: colour::screen(lamp.chromaticity()),
        fault: lamp.fault.as_ref().map(ToString::to_string),
    }
}

/// How far some lamps reach along the bearing of the first.
pub fn reach(name: &str, sources: &[Source], units: Units) -> Vec<ReachAnswer> {
    let Some(first) = sources.first() else { return Vec::new() };
    let (out, back) = (
        Vector::facing(first.mount.faces_deg, 0.0),
        Vector::facing(first.mount.faces_deg + 180.0, 0.0),
    );
    let count = sources.len() as f64;
    let mean = |of: fn(&At) -> f64| sources.iter().map(|s| of(&s.mount.at)).sum::<f64>() / count;
    let (along_m, left_m) = (mean(|a| a.along_m), mean(|a| a.left_m));
    let at = |far_m: f64| {
        let at = At {
            along_m: along_m + far_m * out.along,
            left_m: left_m + far_m * out.left,
            up_m: 1.0,
        };
        lux(sources, at, back)
    };
    REACH_LX
        .iter()
        .map(|&lux_lx| {
            let far_m = farthest(&at, lux_lx);
            let text = match far_m {
                Some(far_m) => say::lx_at(&lux_lx, &units.thousands(far_m)),
                None => say::lx_nowhere(&lux_lx),
            };
            ReachAnswer { name: name.to_owned(), lux_lx, far_m, text }
        })
        .collect()
}

/// The farthest distance at which an illuminance is met, m, to a decimetre.
fn farthest(at: &dyn Fn(f64) -> f64, lux_lx: f64) -> Option<f64> {
    const MOST_M: f64 = 2000.0;
    // In steps of a twentieth from far to near, then halved.
    let mut far = MOST_M;
    while far > 0.5 && at(far) < lux_lx {
        far /= 1.05;
    }
    if far <= 0.5 || far >= MOST_M {
        return (far >= MOST_M).then_some(MOST_M);
    }
    let (mut near, mut beyond) = (far, far * 1.05);
    while beyond - near > 0.1 {
        let mid = 0.5 * (near + beyond);
        if at(mid) >= lux_lx { near = mid } else { beyond = mid }
    }
    Some(near)
}

fn colours(job: &Job, lamps: &[Lamp]) -> Vec<ColourAnswer> {
    let mut out = Vec::new();
    for lamp in lamps.iter().filter(|l| l.number == 0) {
        let at = lamp.chromaticity();
        let legal: Vec<LegalAnswer> = Region::ALL
            .iter()
            .map(|&region| LegalAnswer { region, colour: colour::legal(region, at) })
            .collect();
        let own = job.lighting.region;
        let asked = || legal.iter().filter(|l| own.is_none_or(|own| own == l.region));
        let is_fine = asked().all(|l| l.colour.is_some_and(|c| c.lamp() == lamp.colour));
        let areas: Vec<String> = asked()
            .map(|l| {
                let name = l.colour.map_or(say::between_the_colours(), |c| c.label());
                format!("{}: {name}", l.region.label())
            })
            .collect();
        let areas = areas.join("; ");
        let white = match (lamp.colour, lamp.kelvin) {
            (LampColour::White, Some(k)) => format!("{k:.0} K, {}. ", colour::reads_as(k)),
            (LampColour::White, None) if lamp.is_filament => {
                say::k_assumed(&colour::FILAMENT_KELVIN)
            }
            (LampColour::White, None) => say::k_assumed(&colour::USUAL_KELVIN),
            _ => say::usual_led_of_its_colour_assumed().to_owned(),
        };
        out.push(ColourAnswer {
            name: lamp.name.trim_end_matches(" 1").to_owned(),
            at,
            screen: colour::screen(at),
            legal,
            text: format!("{white}x {:.3}, y {:.3}. {areas}.", at.x, at.y),
            is_fine,
        });
    }
    out
}

/// White lamps of one vehicle that do not look alike.
fn mixed(job: &Job, lamps: &[Lamp]) -> Option<String> {
    let white: Vec<(&str, f64)> = lamps
        .iter()
        .filter(|l| {
            l.number == 0 && l.colour == LampColour::White && l.role != Some(LampRole::Accent)
        })
        .filter_map(|l| Some((l.circuit.0.as_str(), l.kelvin?)))
        .collect();
    let (warm, cool) = (
        white.iter().min_by(|a, b| a.1.total_cmp(&b.1))?,
        white.iter().max_by(|a, b| a.1.total_cmp(&b.1))?,
    );
    let name = |id: &str| {
        job.circuits.iter().find(|c| c.id.0 == id).map_or(id.to_owned(), |c| c.name.clone())
    };
    (cool.1 - warm.1 > colour::MIXED_K)
        .then(|| say::has_k_k_two_whites(&name(warm.0), &warm.1, &name(cool.0), &cool.1))
}
