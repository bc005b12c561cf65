//! The volt line: each link of a circuit at its true distance, with the voltage before and after.

use jovek_base::figure::{amps, shown, volts, volts_lost};
use jovek_base::units::Units;
use jovek_circuit::{Condition, ElementId, Solution};
use jovek_job::SupplyState;
use jovek_phrases::common;
use jovek_phrases::volt_line as say;
use jovek_plan::chain::{Chain, Leg, LinkKind, Stretch, WireRole, leg_path};
use jovek_plan::drop::Drop;
use jovek_plan::fact::Fact;
use jovek_plan::factory::{ASSUMED_FACTORY_WIRE, PLUG_RETURN_M, PlannedFactory};
use jovek_plan::housing::SharedGround;
use jovek_plan::inputs::Assignment;
use jovek_plan::network::build::Built;
use jovek_plan::sizes::{ControlChoice, Hardware, Sizes};
use jovek_plan::wires::leg_wire;
use serde::Serialize;
use utoipa::ToSchema;

/// What an element of the volt line is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum VoltKind {
    /// A wire of the supply.
    Wire,
    /// A wire before the fuse.
    Unfused,
    /// A fuse.
    Fuse,
    /// A panel switch.
    Switch,
    /// A relay contact.
    Relay,
    /// Diodes alone.
    Diode,
    /// A module in the feed: timer, cut-off, flasher, dimmer.
    Module,
    /// A joint.
    Joint,
    /// The lamps.
    Lamps,
    /// A wire of the return.
    Return,
    /// Frame and body.
    Chassis,
}

/// One element at its place.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct VoltElement {
    /// What it is.
    pub kind: VoltKind,
    /// Short name.
    pub name: String,
    /// Size or rating, as shown beside it.
    pub size: String,
    /// Distance of its near end from the source along the wire, m.
    pub from_m: f64,
    /// Distance of its far end, m.
    pub to_m: f64,
    /// Voltage before it against battery negative, V.
    pub in_v: f64,
    /// Voltage behind it, V.
    pub out_v: f64,
    /// What it loses, beside the line: `−50 mV`; empty at the lamps and below half a millivolt.
    pub drop_text: String,
    /// Current through it, A.
    pub current_a: f64,
    /// The reading to expect, in words.
    pub reading: String,
    /// Copper, mm², for the weight of the line; zero without wire.
    pub area_mm2: f64,
    /// Working temperature, °C; none without wire.
    pub working_c: Option<f64>,
    /// The same in words: `Copper at 45 °C`.
    pub working_text: Option<String>,
    /// What of the job tells it: what is touched in the picture can be changed there.
    pub facts: Vec<Fact>,
}

/// The coil circuit of a relay.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct CoilReading {
    /// Voltage between 86 and 85, V.
    pub across_v: f64,
    /// Current, A.
    pub current_a: f64,
    /// Lost between battery and coil, there and back, V.
    pub lost_v: f64,
    /// `12.05 V between 86 and 85, 0.13 A; the way there and back loses 45 mV`.
    pub text: String,
}

/// How the lamps of a circuit burn.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Glow {
    /// Full light.
    Full,
    /// Below the voltage that they need.
    Fading,
    /// The line cannot carry their power.
    Collapsed,
    /// Dark.
    Dark,
}

/// One circuit in one state of the supply.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct VoltLine {
    /// The state.
    pub state: SupplyState,
    /// Its name.
    pub state_label: &'static str,
    /// Voltage of the battery that lights it, V.
    pub battery_v: f64,
    /// Lowest voltage across the lamps that they need here, V; none where nobody said it.
    pub floor_v: Option<f64>,
    /// Voltage at which the lamps start to fade, V.
    pub fades_v: Option<f64>,
    /// The floor as a voltage of lamp + against battery negative, V: where it stands on the line.
    pub floor_line_v: Option<f64>,
    /// The fading voltage likewise, V.
    pub fades_line_v: Option<f64>,
    /// Voltage across the lamps, V.
    pub lamp_v: f64,
    /// Current of the circuit, A.
    pub current_a: f64,
    /// How the lamps burn.
    pub glow: Glow,
    /// Length of the whole chain, m.
    pub length_m: f64,
    /// Elements from source to battery negative.
    pub elements: Vec<VoltElement>,
    /// The coil circuit; none without a relay.
    pub coil: Option<CoilReading>,
    /// `12.06 V across`.
    pub lamp_text: String,
    /// `3.98 A`.
    pub current_text: String,
    /// `floor 12.03 V (3 % in the copper)`.
    pub floor_text: Option<String>,
    /// `fades below 11.50 V`.
    pub fades_text: Option<String>,
    /// How the lamps burn, in words.
    pub glow_text: &'static str,
    /// Lost on the way there, V.
    pub feed_drop_v: f64,
    /// Lost on the way back, V.
    pub ground_drop_v: f64,
}

/// The whole vehicle solved in one state of the supply.
pub struct SolvedState<'a> {
    /// The state.
    pub state: SupplyState,
    /// The network.
    pub built: &'a Built,
    /// Its solution.
    pub solution: &'a Solution,
    /// Factory circuits.
    pub factory: &'a [PlannedFactory],
    /// The grounds that lamps of a housing share.
    pub grounds: &'a [SharedGround],
    /// What is on.
    pub inputs: Assignment,
    /// The shop's units.
    pub units: Units,
}

/// Reads the volt line of one circuit out of a solved network.
pub fn volt_line(chain: &Chain, sizes: &Sizes, index: usize, solved: &SolvedState) -> VoltLine {
    let &SolvedState { state, built, solution, factory, grounds, inputs, units } = solved;
    let at = &built.circuits[index];
    let drop = Drop::of(state, (built, solution), (index, chain), (factory, inputs));
    let battery_v = drop.source_v;
    let current_a: f64 = at.lamps.iter().flatten().map(|&l| solution.current_a(l)).sum();
    let weakest = at.weakest_lamp(&built.net, solution);
    let mut drawn =
        Drawn { elements: Vec::with_capacity(chain.links.len()), distance_m: 0.0, units };
    // On its own plug all the way there is the factory's: drawn, so that one sees what it takes.
    let plug_wire = chain.origin_wire().filter(|_| chain.is_plug).map(|w| (w.0, &factory[w.0]));
    if let Some((index, planned)) = plug_wire {
        let ends_v = (battery_v, solution.node_v(at.nodes[0]));
        let through_a = built.factory[index].map_or(current_a, |f| solution.current_a(f.wire));
        let size = format!("{}, {}", planned.wire.label(), units.length(planned.length_m));
        let copper = (planned.wire.area_mm2(), None);
        let (kind, name) = (VoltKind::Wire, say::factory_fuse_switch_wire());
        drawn.put(kind, name, size, planned.length_m, ends_v, through_a, copper);
    }
    let factory_wire = plug_wire.map(|(_, planned)| planned.wire);
    for (i, link) in chain.links.iter().enumerate() {
        let ends_v = (solution.node_v(at.nodes[i]), solution.node_v(at.nodes[i + 1]));
        let through_a = at.links[i].map_or(current_a, |e| solution.current_a(e));
        let (kind, size, length_m) = match &link.kind {
            LinkKind::Wire(w) => {
                let kind = match w.role {
                    WireRole::Unfused => VoltKind::Unfused,
                    WireRole::Supply => VoltKind::Wire,
                    WireRole::Return => VoltKind::Return,
                };
                let size = format!("{}, {}", sizes.wire.label(), units.length(w.length_m()));
                (kind, size, w.length_m())
            }
            LinkKind::Fuse { .. } => {
                (VoltKind::Fuse, sizes.fuse.map_or(say::factory_fuse().into(), |f| f.label()), 0.0)
            }
            LinkKind::Control { .. } => match &sizes.control {
                ControlChoice::Relay { .. } => (VoltKind::Relay, "30-87".into(), 0.0),
                ControlChoice::Planned(hardware) => planned_control(chain, hardware),
                ControlChoice::Switch { rating_a: Some(a) } => {
                    (VoltKind::Switch, format!("{a} A"), 0.0)
                }
                _ => (VoltKind::Switch, String::new(), 0.0),
            },
            LinkKind::BlockFeed => (VoltKind::Joint, String::new(), 0.0),
            LinkKind::BlockRelay => (VoltKind::Relay, "30-87".into(), 0.0),
            LinkKind::Module(_) => {
                let size = sizes.module_a.map_or_else(String::new, |a| format!("{a} A"));
                (VoltKind::Module, size, 0.0)
            }
            LinkKind::Joint { .. } | LinkKind::Connector { .. } => {
                (VoltKind::Joint, String::new(), 0.0)
            }
            LinkKind::Lamps => {
                // Behind a branch the way to the weakest lamp is drawn, and the lamp itself.
                let count: u32 = chain.lamps.iter().map(|l| l.count).sum();
                let reached = weakest.map(|(k, n)| (at.lamps[k][n], (k, n)));
                let legs = |legs: &[Leg], wires: &[ElementId], kind, drawn: &mut Drawn| {
                    let Some((_, lamp)) = reached else { return };
                    let Some(end) = legs.iter().position(|l| l.lamps.contains(&lamp)) else {
                        return;
                    };
                    let mut path = leg_path(legs, end);
                    if kind == VoltKind::Return {
                        path.reverse();
                    }
                    for leg in path {
                        let of = leg_wire(chain, sizes, &legs[leg]);
                        let wire = built.net.element(wires[leg]);
                        drawn.put(
                            kind,
                            legs[leg]
                                .stretches
                                .last()
                                .map_or(say::at_the_branch(), |s| s.name.as_str()),
                            format!("{}, {}", of.label(), units.length(legs[leg].length_m())),
                            legs[leg].length_m(),
                            (solution.node_v(wire.from), solution.node_v(wire.to)),
                            solution.current_a(wires[leg]),
                            (of.area_mm2(), None),
                        );
                        drawn.told_by(told(&legs[leg].stretches));
                    }
                };
                legs(&chain.legs, &at.legs, VoltKind::Wire, &mut drawn);
                let across_v = reached.map_or(ends_v, |(lamp, _)| {
                    let lamp = built.net.element(lamp);
                    (solution.node_v(lamp.from), solution.node_v(lamp.to))
                });
                let size = lamps_text(count);
                drawn.put(VoltKind::Lamps, &link.name, size, 0.0, across_v, through_a, (0.0, None));
                drawn.told_by(facts_of(chain, &link.kind));
                let shared = reached.and_then(|(lamp, at)| Some((lamp, chain.ground_of(at)?)));
                if let Some((_, ground)) = shared {
                    drawn.shared_ground(&grounds[ground], built.grounds[ground], solved);
                    break;
                }
                legs(&chain.back_legs, &at.back_legs, VoltKind::Return, &mut drawn);
                continue;
            }
            LinkKind::FactoryGround => {
                let wire = factory_wire.unwrap_or(ASSUMED_FACTORY_WIRE);
                let size = format!("{}, {}", wire.label(), units.length(PLUG_RETURN_M));
                (VoltKind::Return, size, PLUG_RETURN_M)
            }
            LinkKind::Chassis | LinkKind::Bus | LinkKind::PlugGround | LinkKind::HousingGround => {
                (VoltKind::Chassis, String::new(), 0.0)
            }
        };
        let working_c =
            sizes.stretch_c(i).fold(None, |hot: Option<f64>, c| Some(hot.map_or(c, |h| h.max(c))));
        let wire = factory_wire.unwrap_or(sizes.wire);
        let area_mm2 = if length_m > 0.0 { wire.area_mm2() } else { 0.0 };
        let name = element_name(&link.name, kind);
        drawn.put(kind, &name, size, length_m, ends_v, through_a, (area_mm2, working_c));
        drawn.told_by(facts_of(chain, &link.kind));
    }
    let Drawn { elements, distance_m, .. } = drawn;
    let lamps_at = elements.iter().position(|e| e.kind == VoltKind::Lamps);
    let lamp_v = lamps_at.map_or(0.0, |k| elements[k].in_v - elements[k].out_v);
    let behind = lamps_at.map_or(elements.len(), |k| k + 1);
    let ground_drop_v: f64 = elements[behind..].iter().map(|e| e.in_v - e.out_v).sum();
    let feed_drop_v = battery_v - lamp_v - ground_drop_v;
    let floor_v = drop.floor_v();
    let fades_v = chain
        .lamps
        .iter()
        .filter_map(|l| l.fades_below_v)
        .fold(None, |top: Option<f64>, v| Some(top.map_or(v, |t| t.max(v))));
    let collapsed = at
        .lamps
        .iter()
        .flatten()
        .any(|&l| matches!(solution.condition_of(l), Some(Condition::Collapse { .. })));
    let glow = if current_a < 1e-3 {
        Glow::Dark
    } else if collapsed {
        Glow::Collapsed
    } else if fades_v.is_some_and(|f| lamp_v < f) {
        Glow::Fading
    } else {
        Glow::Full
    };
    VoltLine {
        state,
        state_label: state.label(),
        battery_v,
        floor_v,
        fades_v,
        floor_line_v: floor_v.map(|v| v + ground_drop_v),
        fades_line_v: fades_v.map(|v| v + ground_drop_v),
        lamp_v,
        current_a,
        glow,
        length_m: distance_m,
        elements,
        coil: at.coil.map(|coil| coil_reading(built, solution, coil)),
        lamp_text: say::across(&volts(lamp_v)),
        current_text: amps(current_a).to_string(),
        floor_text: floor_v.map(|v| say::floor(&volts(v), &floor_reason(&drop))),
        fades_text: fades_v.map(|v| say::fades_below(&volts(v))),
        glow_text: match glow {
            Glow::Full => say::full_light(),
            Glow::Fading => say::fading(),
            Glow::Collapsed => say::collapsed_the_line_is_too_weak(),
            Glow::Dark => common::dark(),
        },
        feed_drop_v,
        ground_drop_v,
    }
}

/// What a floor is made of.
fn floor_reason(drop: &Drop) -> String {
    if drop.is_floor_of_lamp() {
        return say::what_they_need().to_owned();
    }
    match drop.need.copper_part {
        Some(part) => say::in_the_copper(&shown(part * 100.0, "%")),
        None => say::in_the_copper(&volts(drop.need.copper_v)),
    }
}

/// How planned hardware stands on the line: by what the lamp current goes through.
fn planned_control(chain: &Chain, hardware: &Hardware) -> (VoltKind, String, f64) {
    let Some(switching) = &chain.switching else { return (VoltKind::Joint, String::new(), 0.0) };
    let diodes = switching.lamps_from.diodes();
    let carriers = switching.lamp_relays();
    if carriers.iter().all(|&r| switching.relays[r].role.is_module()) && !carriers.is_empty() {
        (VoltKind::Module, format!("{} A", hardware.module_a), 0.0)
    } else if !switching.lamp_relays().is_empty() {
        let out = if switching.breaks_lamps() { "30-87a" } else { "30-87" };
        (VoltKind::Relay, out.into(), 0.0)
    } else if diodes > 0 {
        (VoltKind::Diode, format!("{diodes} × {} A", hardware.lamp_diode.rated_a), 0.0)
    } else {
        (VoltKind::Switch, format!("{} A", hardware.switch_a), 0.0)
    }
}

/// What of the job tells a link: the sections or ways of a wire, the place of a part on the skeleton, the lights.
fn facts_of(chain: &Chain, kind: &LinkKind) -> Vec<Fact> {
    let at = format!("circuits[{}]", chain.index.0);
    let is_laid = chain.links.iter().any(|l| match &l.kind {
        LinkKind::Wire(w) => w.stretches.iter().any(|s| matches!(s.fact, Some(Fact::Way { .. }))),
        _ => false,
    });
    let site = |part: &str| match is_laid {
        true => vec![Fact::Site { path: format!("{at}.sites.{part}") }],
        false => Vec::new(),
    };
    match kind {
        LinkKind::Wire(w) => told(&w.stretches),
        LinkKind::Fuse { .. } => site("fuse"),
        LinkKind::Control { .. } => site("control"),
        LinkKind::Chassis => site("ground"),
        LinkKind::Lamps => (0..chain.lamps.len())
            .map(|k| Fact::Light { path: format!("{at}.lights[{k}]") })
            .collect(),
        _ => Vec::new(),
    }
}

/// What tells a wire, each once.
fn told(stretches: &[Stretch]) -> Vec<Fact> {
    let mut out: Vec<Fact> = Vec::new();
    for fact in stretches.iter().filter_map(|s| s.fact.as_ref()) {
        if !out.contains(fact) {
            out.push(fact.clone());
        }
    }
    out
}

fn coil_reading(built: &Built, solution: &Solution, coil: ElementId) -> CoilReading {
    let across_v = solution.across_v(&built.net, coil);
    let current_a = solution.current_a(coil);
    let lost_v = solution.node_v(built.battery_plus) - across_v;
    CoilReading {
        across_v,
        current_a,
        lost_v,
        text: say::between_86_and_85_the_way(
            &volts(across_v),
            &amps(current_a),
            &volts_lost(lost_v),
        ),
    }
}

fn element_name(name: &str, kind: VoltKind) -> String {
    match kind {
        VoltKind::Relay => say::relay().into(),
        VoltKind::Diode => say::diodes().into(),
        _ => name.into(),
    }
}

/// The elements while they are drawn.
struct Drawn {
    elements: Vec<VoltElement>,
    distance_m: f64,
    units: Units,
}

impl Drawn {
    /// Says what tells the element that was drawn last.
    fn told_by(&mut self, facts: Vec<Fact>) {
        if let Some(element) = self.elements.last_mut() {
            element.facts = facts;
        }
    }

    /// From a housing to where its shared ground ends, and what lies behind that.
    fn shared_ground(
        &mut self,
        ground: &SharedGround,
        element: Option<ElementId>,
        solved: &SolvedState,
    ) {
        let SolvedState { built, solution, .. } = solved;
        let Some(id) = element else { return };
        let (wire, through_a) = (built.net.element(id), solution.current_a(id));
        let (in_v, out_v) = (solution.node_v(wire.from), solution.node_v(wire.to));
        let name = say::ground_of(&ground.name);
        let (size, length_m, area_mm2) = match ground.wire() {
            Some(w) => (
                format!("{}, {}", w.wire.label(), solved.units.length(w.length_m)),
                w.length_m,
                w.wire.area_mm2(),
            ),
            None => (say::of_the_factory_plug().to_owned(), 0.0, 0.0),
        };
        let copper = (area_mm2, None);
        self.put(VoltKind::Return, &name, size, length_m, (in_v, out_v), through_a, copper);
        // A bus, or the plug of a trailer, behind it.
        if out_v.abs() > 1e-9 {
            let name = say::bus_or_plug_and_the_frame();
            let ends_v = (out_v, 0.0);
            self.put(VoltKind::Chassis, name, String::new(), 0.0, ends_v, through_a, (0.0, None));
        }
    }

    #[expect(clippy::too_many_arguments, reason = "the figures of one element")]
    fn put(
        &mut self,
        kind: VoltKind,
        name: &str,
        size: String,
        length_m: f64,
        (in_v, out_v): (f64, f64),
        current_a: f64,
        (area_mm2, working_c): (f64, Option<f64>),
    ) {
        let lost_v = in_v - out_v;
        let drop = volts_lost(lost_v);
        self.elements.push(VoltElement {
            kind,
            name: name.to_owned(),
            size,
            from_m: self.distance_m,
            to_m: self.distance_m + length_m,
            in_v,
            out_v,
            drop_text: match kind {
                VoltKind::Lamps => String::new(),
                // No meter shows it.
                _ if lost_v.abs() < 0.0005 => String::new(),
                _ => format!("\u{2212}{drop}"),
            },
            current_a,
            reading: match kind {
                VoltKind::Lamps => say::lost_across(&volts(lost_v), &amps(current_a)),
                _ => say::before_behind_loses(&volts(in_v), &volts(out_v), &drop, &amps(current_a)),
            },
            area_mm2,
            working_c,
            facts: Vec::new(),
            working_text: working_c.map(|c| say::copper_at(&self.units.degrees(c))),
        });
        self.distance_m += length_m;
    }
}

fn lamps_text(count: u32) -> String {
    if count == 1 { say::one_lamp().into() } else { say::lamps(&count) }
}
