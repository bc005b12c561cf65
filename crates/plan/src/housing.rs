//! The ground that the lamps of one housing share: one wire for all its functions, or the ground of the factory plug on
//! which it sits. Where it is lost, each function looks for its way back through the others.

use crate::assumed::Assumed;
use crate::end::{CircuitIx, End, FactoryIx, HousingEnd, HousingIx, LampIx, Post};
use crate::fact::ToldSection;
use crate::factory::{ASSUMED_FACTORY_WIRE, PlannedFactory, plug_return_ohm};
use crate::feed::switched_a;
use crate::lamp::PlannedLamp;
use crate::route::Layout;
use crate::supply::PlannedSupply;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::insulation::Insulation;
use jovek_catalog::{ampacity, contact, zone};
use jovek_job::{Feed, HousedLamp, Job, LampEnd, ReturnKind, Skeleton, Zone};
use jovek_phrases::plan as say;

/// Part of the charging voltage that the shared ground may take with all functions lit. Common practice: a third of what
/// the circuits may.
const LOSS_PART: f64 = 0.01;
/// From a housing to the ground stud beside it where nobody measured, m. Common practice.
const TO_STUD_M: f64 = 0.5;
/// From a housing to the ground bus where nobody measured, m. Common practice.
const TO_BUS_M: f64 = 2.0;
/// From a housing at the rear to the other end of the vehicle where nobody said its length, m.
const TO_FRONT_M: f64 = 5.0;
/// Temperature at which its copper works, °C.
const WARM_C: f64 = 60.0;

/// The shared ground of a housing.
#[derive(Debug, Clone, PartialEq)]
pub struct SharedGround {
    /// The housing.
    pub at: HousingIx,
    /// What the housing is called.
    pub name: String,
    /// The lamps in it that the job plans.
    pub lamps: Vec<LampIx>,
    /// How its leads end.
    pub ends: LampEnd,
    /// How it gets back.
    pub way: GroundWay,
    /// All its functions lit at once, A.
    pub load_a: f64,
}

/// How a shared ground gets back.
#[derive(Debug, Clone, PartialEq)]
pub enum GroundWay {
    /// Through the ground of the factory plug on which the housing sits, or the ground that a housing which stays has:
    /// nothing of ours. By the factory wire whose size that ground is taken to have; none where nobody knows one.
    Factory(Option<FactoryIx>),
    /// By a wire.
    Wire(GroundWire),
}

/// The ground wire of a housing.
#[derive(Debug, Clone, PartialEq)]
pub struct GroundWire {
    /// Where it ends.
    pub by: ReturnKind,
    /// It ends on a trailer, whose only way back is the plug.
    pub is_trailer: bool,
    /// Its size.
    pub wire: Conductor,
    /// Its insulation.
    pub insulation: Insulation,
    /// Its length, m.
    pub length_m: f64,
    /// True where nobody measured that.
    pub is_assumed: bool,
    /// What is around it.
    pub zone: Zone,
}

/// The lamps of a housing that the job still has.
pub fn lamps_of<'a>(
    job: &'a Job,
    housed: &'a [HousedLamp],
) -> impl Iterator<Item = (LampIx, &'a HousedLamp)> {
    housed.iter().filter_map(|h| {
        job.circuits.iter().enumerate().find_map(|(c, circuit)| {
            let light = circuit.lights.iter().position(|l| l.id == h.light)?;
            let number = h.number as usize;
            let is_there = h.number < circuit.lights[light].count;
            let lamp = LampIx { circuit: CircuitIx(c), light, number };
            is_there.then_some((lamp, h))
        })
    })
}

/// The shared grounds of a job whose circuits are fed as told.
pub fn shared_grounds(
    job: &Job,
    fed: &[(usize, &Feed)],
    supply: &PlannedSupply,
    (layout, assumed): (Option<&Layout>, &mut Assumed),
) -> Vec<SharedGround> {
    let mut out = Vec::new();
    for (index, housing) in job.housings.iter().enumerate() {
        let Some(ground) = &housing.ground else { continue };
        let feed_of =
            |lamp: &LampIx| fed.iter().find(|(c, _)| *c == lamp.circuit.0).map(|(_, feed)| *feed);
        let lamps: Vec<LampIx> = lamps_of(job, &housing.lamps)
            .map(|(lamp, _)| lamp)
            .filter(|lamp| feed_of(lamp).is_some_and(|feed| !ends_at_switch(job, feed)))
            .collect();
        let Some(first) = lamps.first() else { continue };
        let light = |lamp: &LampIx| &job.circuits[lamp.circuit.0].lights[lamp.light];
        let ends = light(first).lead.map(|l| l.ends).unwrap_or_default();
        let planned: Vec<PlannedLamp> = lamps
            .iter()
            .map(|lamp| {
                let one = jovek_job::Light { count: 1, ..light(lamp).clone() };
                PlannedLamp::new(&one, job.vehicle.system, "", &mut Assumed::default())
            })
            .collect();
        let load_a = switched_a(&planned, supply);
        let on_plug = lamps.iter().find_map(|lamp| match feed_of(lamp)? {
            Feed::Plug { factory } => job.factory.iter().position(|f| f.id == *factory),
            _ => None,
        });
        let way = match on_plug {
            Some(wire) => GroundWay::Factory(Some(FactoryIx(wire))),
            None if ground.by == ReturnKind::FactoryGround => GroundWay::Factory(None),
            None => {
                let laid_m = layout.and_then(|l| laid_m(job, l, (*first, ground.by)));
                let is_guessed =
                    laid_m.is_some() && job.skeleton.as_ref().is_some_and(Skeleton::is_assumed);
                let path = format!("housings[{index}].ground.length_m");
                let label = say::ground_wire(&housing.name);
                let said_m = ground.length_m.or(laid_m);
                let length_m = assumed.or(said_m, usual_m(job, ground.by), path, label, "m");
                let zone = ground.zone.unwrap_or(Zone::Exterior);
                let wire = ground_wire(job, supply, ground.by, (length_m, zone, load_a));
                let is_assumed = said_m.is_none() || ground.length_m.is_none() && is_guessed;
                GroundWay::Wire(GroundWire { is_assumed, ..wire })
            }
        };
        let (at, name) = (HousingIx(index), job.housing_label(index));
        out.push(SharedGround { at, name, lamps, ends, way, load_a });
    }
    out
}

/// True where lamps on a feed get back through the switch that grounds them, by a wire of the factory's.
fn ends_at_switch(job: &Job, feed: &Feed) -> bool {
    let wire = feed.factory().and_then(|id| job.factory_circuit(id));
    wire.is_some_and(jovek_job::FactoryCircuit::is_ground_switched)
}

/// The way back of a lamp along the skeleton, m, where its circuit goes back to the same end; none where a stud beside
/// the housing is the end, or nothing was laid.
fn laid_m(job: &Job, layout: &Layout, (lamp, by): (LampIx, ReturnKind)) -> Option<f64> {
    let circuit = &job.circuits[lamp.circuit.0];
    if by == ReturnKind::ChassisStud || circuit.run.return_by != by {
        return None;
    }
    let laid = layout.circuits[lamp.circuit.0].as_ref()?;
    let before = circuit.lights[..lamp.light].iter().map(|l| l.count as usize).sum::<usize>();
    let number = before + lamp.number;
    let mut leg = laid.back_legs.iter().position(|l| l.lamps.contains(&number));
    let mut sections: Vec<&ToldSection> = laid.back.iter().collect();
    while let Some(k) = leg {
        sections.extend(&laid.back_legs[k].sections);
        leg = laid.back_legs[k].parent;
    }
    let length_m: f64 = sections.iter().filter_map(|s| s.section.length_m).sum();
    (length_m > 0.0).then_some(length_m)
}

fn usual_m(job: &Job, by: ReturnKind) -> f64 {
    match by {
        ReturnKind::ChassisStud | ReturnKind::FactoryGround => TO_STUD_M,
        ReturnKind::GroundBus if !job.is_trailer() => TO_BUS_M,
        // The socket of a vehicle is where the lamp at its hitch is.
        ReturnKind::PlugGround if !job.is_trailer() => TO_STUD_M,
        // The bus of a trailer sits by its plug.
        ReturnKind::GroundBus | ReturnKind::BatteryNegative | ReturnKind::PlugGround => {
            let said_m = job.skeleton.as_ref().and_then(|s| s.length_m);
            said_m.unwrap_or(TO_FRONT_M)
        }
    }
}

/// The thinnest wire on the shelf that bears all functions and loses little.
fn ground_wire(
    job: &Job,
    supply: &PlannedSupply,
    by: ReturnKind,
    (length_m, zone, load_a): (f64, Zone, f64),
) -> GroundWire {
    let ambient_c = zone::ambient_c(zone);
    let insulation = Insulation::for_surroundings(ambient_c)
        .max(job.shop.insulation.unwrap_or(Insulation::Pvc80));
    let least_mm2 = if zone == Zone::Cab { 0.5 } else { 0.75 };
    let will_do = |wire: &Conductor| {
        let bears_a = ampacity::single_a(job.shop.ampacity, *wire, insulation)
            * ampacity::ambient_factor(insulation, ambient_c);
        let lost_v = load_a * wire.ohm(length_m, WARM_C);
        wire.area_mm2() >= least_mm2 * 0.999
            && bears_a >= load_a
            && lost_v <= LOSS_PART * supply.regulated_v
    };
    let shelf = Conductor::shelf(job.shop.wire_system);
    let thickest = shelf.last().copied().unwrap_or(Conductor::Metric(2500));
    let wire = shelf.iter().copied().find(will_do).unwrap_or(thickest);
    let is_trailer = job.is_trailer() || by == ReturnKind::PlugGround;
    // A trailer has no battery of its own: its way back is the plug.
    let by = match by {
        ReturnKind::BatteryNegative if is_trailer => ReturnKind::PlugGround,
        other => other,
    };
    GroundWire { by, is_trailer, wire, insulation, length_m, is_assumed: false, zone }
}

impl GroundWire {
    /// Where it ends.
    pub fn end(&self, at: HousingIx) -> End {
        match self.by {
            ReturnKind::ChassisStud | ReturnKind::FactoryGround => {
                End::Housing(at, HousingEnd::Stud)
            }
            ReturnKind::GroundBus => End::Bus,
            ReturnKind::PlugGround => End::PlugGround,
            ReturnKind::BatteryNegative => End::Post(Post::StartMinus),
        }
    }
}

impl SharedGround {
    /// Its terminal at the housing.
    pub fn start(&self) -> End {
        End::Housing(self.at, HousingEnd::Ground(self.ends))
    }

    /// The wire that is cut for it; none on a factory plug.
    pub fn wire(&self) -> Option<&GroundWire> {
        match &self.way {
            GroundWay::Wire(wire) => Some(wire),
            GroundWay::Factory(_) => None,
        }
    }

    /// Gives its wire the insulation of the job, where its place does not ask for more.
    pub fn insulated(&mut self, insulation: Insulation) {
        if let GroundWay::Wire(own) = &mut self.way {
            own.insulation = own.insulation.max(insulation);
        }
    }

    /// Makes its wire no thinner than the thickest that feeds it: what comes in through one must get out. Common
    /// practice. True where that changed it.
    pub fn at_least(&mut self, fed_by: Conductor) -> bool {
        match &mut self.way {
            GroundWay::Wire(own) if fed_by.area_mm2() > own.wire.area_mm2() => {
                own.wire = fed_by;
                true
            }
            _ => false,
        }
    }

    /// From its terminal at the housing to where it ends, with the frame behind a stud, ohm; its joints, and what of it
    /// nobody measured, off by a factor each.
    pub fn ohm(
        &self,
        factory: &[PlannedFactory],
        (joint_factor, assumed_factor): (f64, f64),
    ) -> f64 {
        match &self.way {
            GroundWay::Factory(wire) => {
                let wire = wire.map_or(ASSUMED_FACTORY_WIRE, |w| factory[w.0].wire);
                contact::LAMP_PLUG_OHM * joint_factor + plug_return_ohm(wire, 1)
            }
            GroundWay::Wire(own) => {
                let contacts_ohm = self.start().contact_ohm() + own.end(self.at).contact_ohm();
                let frame_ohm =
                    if own.by == ReturnKind::ChassisStud { contact::CHASSIS_OHM } else { 0.0 };
                let length_m = own.length_m * if own.is_assumed { assumed_factor } else { 1.0 };
                contacts_ohm * joint_factor + own.wire.ohm(length_m, WARM_C) + frame_ohm
            }
        }
    }
}

/// Lamps of a circuit that a housing grounds, by light and number, each with its place among the shared grounds.
pub fn grounded(grounds: &[SharedGround], circuit: usize) -> Vec<((usize, usize), usize)> {
    let of = grounds.iter().enumerate().flat_map(|(k, g)| g.lamps.iter().map(move |l| (k, l)));
    of.filter(|(_, l)| l.circuit.0 == circuit).map(|(k, l)| ((l.light, l.number), k)).collect()
}
