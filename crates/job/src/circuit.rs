//! A lamp circuit: lights, when they are lit, feed, control, path.

use crate::drop_limit::DropLimit;
use crate::ids::{CircuitId, FactoryId, LightId, PlugId};
use crate::kit::KitHarness;
use crate::lamp::{
    Adhesive, Flash, HeldBy, LampColour, LampLead, LampPlace, LampRole, MeasuredDraw,
};
use crate::old_lamp::OldLamp;
use crate::optic::Optic;
use crate::skeleton::Sites;
use crate::strip::{Backlight, HiddenSource, Screw, Strip};
use crate::wish::Wish;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::joint::JointPractice;
use jovek_catalog::light::{LightKind, MadeFor};
use jovek_catalog::relay::Suppression;
use jovek_catalog::zone::{Waypoint, Zone};
use jovek_phrases::job as say;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// What the lights of one circuit are, how they are fed and where the wires run.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LampCircuit {
    /// Id within the job.
    pub id: CircuitId,
    /// What the fitter calls it.
    pub name: String,
    /// When it should be lit.
    #[serde(default)]
    pub lit: Wish,
    /// The lights at the end of the path.
    #[serde(default)]
    pub lights: Vec<Light>,
    /// Where the power comes from; none follows the advice.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub feed: Option<Feed>,
    /// Switch and relay.
    #[serde(default)]
    pub control: Control,
    /// The path, section by section; unused where it is laid along the skeleton.
    #[serde(default)]
    pub run: Run,
    /// Where its parts sit on the skeleton: with them its path is laid there.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sites: Option<Sites>,
    /// Drop that its conductors may have; none follows the shop.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub drop: Option<DropLimit>,
    /// What a person chose against the proposal.
    #[serde(default)]
    pub overrides: Overrides,
    /// The ready-made harness that it is wired with; none where one is cut for it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kit: Option<KitHarness>,
}

/// A group of equal lights.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Light {
    /// Id within the job.
    pub id: LightId,
    /// What it is called.
    pub name: String,
    /// How many.
    pub count: u32,
    /// How it takes its current.
    pub draws: LightKind,
    /// Voltage that it is made for.
    #[serde(default)]
    pub made_for: MadeFor,
    /// Power of one lamp as its label says, W.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub label_w: Option<f64>,
    /// Its current as measured.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub measured: Option<MeasuredDraw>,
    /// Its current at further voltages.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub measured_also: Vec<MeasuredDraw>,
    /// Lowest voltage at which it must still work, V; none follows its kind.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub least_v: Option<f64>,
    /// What it is for.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub role: Option<LampRole>,
    /// Colour of its light.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub colour: Option<LampColour>,
    /// Where it sits.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub place: Option<LampPlace>,
    /// Held by adhesive: its lead wants strain relief.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub is_stuck: bool,
    /// By which; none takes the one that cures longest.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub adhesive: Option<Adhesive>,
    /// What else holds it; none is screws.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub held_by: Option<HeldBy>,
    /// Spacers under its foot, mm, so that nothing of a trim is cut.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub spacer_mm: Option<f64>,
    /// The two pins of its own plug are the other way round: minus on 1.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub is_reversed: bool,
    /// The lead that it comes with; none is taken for a sealed two-pin plug right at the lamp.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lead: Option<LampLead>,
    /// How it flashes by itself.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub flash: Option<Flash>,
    /// It has a lead that keeps it in step with others of its circuit: theirs are joined.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub has_sync_lead: bool,
    /// It has a lead that sets its pattern: it is set once, then the lead is capped.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub has_pattern_lead: bool,
    /// What it does with its light, where it stands and points.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub optic: Option<Optic>,
    /// The edges that it is laid along, where it is a strip.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub strip: Option<Strip>,
    /// The row of openings that it lights from behind.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub backlight: Option<Backlight>,
    /// How it is hidden, where only what it lights is to be seen.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hidden: Option<HiddenSource>,
    /// The screws that hold it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub screw: Option<Screw>,
    /// The lamp that comes off for it; none where it is added.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub replaces: Option<OldLamp>,
    /// It is on the vehicle already and stays: wired with the others, neither bought nor mounted.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub stays: bool,
}

/// Where a circuit takes its power.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case", tag = "from", deny_unknown_fields)]
pub enum Feed {
    /// The battery, through its own fuse.
    Battery {},
    /// The auxiliary battery, through its own fuse.
    Auxiliary {},
    /// A factory lamp circuit.
    TieIn {
        /// Which one.
        factory: FactoryId,
    },
    /// The factory's own plugs of its lamps, one to each: nothing of ours but the lamp.
    Plug {
        /// Whose plugs.
        factory: FactoryId,
    },
}

impl Feed {
    /// The factory circuit that it hangs on.
    pub fn factory(&self) -> Option<&FactoryId> {
        match self {
            Feed::TieIn { factory } | Feed::Plug { factory } => Some(factory),
            Feed::Battery {} | Feed::Auxiliary {} => None,
        }
    }
}

/// The hardware that makes a lamp function do what is wished: ways that differ in kind.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum ControlKind {
    /// Switch contacts alone carry the lamps.
    Switch,
    /// A relay carries the lamps; signals (through diodes) and switches feed its coil.
    Relay,
    /// Signals feed the lamps themselves, through diodes where several meet.
    Diodes,
    /// The lamps hang on a signal wire behind contacts in series.
    SeriesContacts,
    /// The lamps hang on the normally closed contact: on while the coil is at rest.
    BreakContact,
    /// One contact set changes the lamps over from a signal wire to the own feed.
    ChangeOver,
    /// Small relays take up each signal and feed the coil of the lamp relay; no diodes.
    SignalRelays,
    /// A controller box with a radio remote.
    Controller,
}

/// Where a switch sits.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum SwitchSeat {
    /// In place of a blank of the panel: no new hole.
    #[default]
    BlankPanel,
    /// In a hole that is cut for it.
    NewHole,
    /// On a bracket under the panel.
    Bracket,
}

/// Switch and relay of an own circuit.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Control {
    /// What a person wants; none leaves it to Jovek.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kind: Option<ControlKind>,
    /// How it is joined to factory wires; none follows the shop.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub joint: Option<JointPractice>,
    /// What takes up the kick of its relay coils; none follows the shop.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub suppression: Option<Suppression>,
    /// A small fuse where the leads of coils and signals start; none puts one where the fuse before them is too
    /// large, and at the wire of a lamp that the road needs.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lead_fuse: Option<bool>,
    /// A flasher module right behind switch or relay, and how it flashes: for lamps that do not flash by themselves.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub flasher: Option<Flash>,
    /// Where its own switch sits; none is a blank panel.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub seat: Option<SwitchSeat>,
    /// Its own switch has a symbol that is lit while it is on: a third terminal that wants a ground.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub lit_switch: bool,
    /// Current of a controller box at rest as measured, mA.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub standby_ma: Option<f64>,
    /// Wire from relay to switch, one way, m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub switch_lead_m: Option<f64>,
    /// Wire from each signal that is taken up to relay or diode, m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub signal_lead_m: Option<f64>,
}

/// A stretch of the path.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Section {
    /// What the fitter calls it.
    pub name: String,
    /// Length along the real path, m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length_m: Option<f64>,
    /// Surroundings.
    #[serde(default)]
    pub zone: Zone,
    /// Temperature there if somebody knows better than the zone, °C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub ambient_c: Option<f64>,
    /// Other loaded wires in the same bundle.
    #[serde(default)]
    pub beside: u32,
    /// What stands at its far end.
    #[serde(default)]
    pub ends_at: Waypoint,
    /// The connector at its far end, where other wires go through the same one; none has one of its own.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub plug: Option<PlugId>,
    /// It bends in use, as at a hinge.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub flexes: bool,
}

/// How the current gets back.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum ReturnKind {
    /// To a stud on the frame or body.
    #[default]
    ChassisStud,
    /// By wire to battery negative.
    BatteryNegative,
    /// To a bus that all such circuits share, with one stud to the frame.
    GroundBus,
    /// By wire to the ground pin of a trailer's plug.
    PlugGround,
    /// By a ground wire of the factory: a lamp that stays keeps its own, any other is joined to one beside it.
    FactoryGround,
}

/// How several lamps hang on the end of the path.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Spread {
    /// Each by a wire of its own from one splice.
    #[default]
    Star,
    /// From lamp to lamp: the first at the end of the path, each further one behind the last.
    Chain,
}

/// The wire to one of several lamps.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ToLamp {
    /// Its length, m: from the splice, or from the lamp before it. None was not measured.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length_m: Option<f64>,
}

/// The wires from the end of the path to each of several lamps.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ToLamps {
    /// How they hang on it.
    #[serde(default)]
    pub spread: Spread,
    /// The wire to each lamp, counted through light after light; what is left out was not measured.
    #[serde(default)]
    pub each: Vec<ToLamp>,
    /// What is around them; none is outside.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub zone: Option<Zone>,
}

/// The path of supply and return.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Run {
    /// From the source to the lamps.
    #[serde(default)]
    pub supply: Vec<Section>,
    /// From there to each of several lamps; none where they sit side by side.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub to_lamps: Option<ToLamps>,
    /// How the current gets back.
    #[serde(default)]
    pub return_by: ReturnKind,
    /// From the lamps to stud or battery.
    #[serde(default)]
    pub back: Vec<Section>,
}

/// A choice made against the proposal, with its reason.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Override<T> {
    /// What was chosen.
    pub value: T,
    /// Why.
    pub reason: String,
}

/// What a person chose against the proposal.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Overrides {
    /// Another wire.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub wire: Option<Override<Conductor>>,
    /// Another fuse, A.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fuse_a: Option<Override<f64>>,
}

impl Light {
    /// Held by adhesive, as every strip is.
    pub fn is_held_by_adhesive(&self) -> bool {
        self.is_stuck || self.strip.is_some()
    }

    /// Place of a light: as said, else where lamps of its kind usually sit.
    pub fn sits(&self) -> LampPlace {
        self.place.unwrap_or(match self.role {
            Some(LampRole::Headlamp | LampRole::Driving | LampRole::Fog) => LampPlace::Front,
            Some(LampRole::Tail | LampRole::Brake | LampRole::Turn | LampRole::Reverse) => {
                LampPlace::Rear
            }
            Some(LampRole::Plate) => LampPlace::Rear,
            Some(LampRole::Marker) => LampPlace::Sides,
            Some(LampRole::Warning) => LampPlace::Roof,
            Some(LampRole::Accent) => LampPlace::Cab,
            Some(LampRole::Work) | None => LampPlace::Bed,
        })
    }
}

impl Section {
    /// A section whose length nobody has measured yet.
    pub fn unmeasured(name: &str, zone: Zone, ends_at: Waypoint) -> Self {
        Section {
            name: name.into(),
            length_m: None,
            zone,
            ambient_c: None,
            beside: 0,
            ends_at,
            plug: None,
            flexes: false,
        }
    }
}

impl Run {
    /// The usual path from a battery under the bonnet to the rear, nothing measured.
    pub fn starter() -> Self {
        Run {
            supply: vec![
                Section::unmeasured(say::post_to_fuse(), Zone::EngineBay, Waypoint::Fuse),
                Section::unmeasured(
                    say::fuse_to_relay_or_switch(),
                    Zone::EngineBay,
                    Waypoint::Control,
                ),
                Section::unmeasured(say::along_the_frame(), Zone::Underbody, Waypoint::Pass),
                Section::unmeasured(say::frame_to_lamps(), Zone::Exterior, Waypoint::Pass),
            ],
            to_lamps: None,
            return_by: ReturnKind::ChassisStud,
            back: vec![Section::unmeasured(say::lamps_to_stud(), Zone::Exterior, Waypoint::Pass)],
        }
    }
}

impl LampCircuit {
    /// How a light of it flashes: by the flasher in its feed, else by itself.
    pub fn flash_of(&self, light: &Light) -> Option<Flash> {
        self.control.flasher.or(light.flash)
    }

    /// The wire that is told, with why: what a person chose, else that of its ready-made harness.
    pub fn told_wire(&self) -> Option<(Conductor, &str)> {
        let chosen = self.overrides.wire.as_ref().map(|o| (o.value, o.reason.as_str()));
        chosen.or_else(|| Some((self.kit.as_ref()?.wire?, say::as_the_harness())))
    }

    /// The fuse that is told, A, with why.
    pub fn told_fuse_a(&self) -> Option<(f64, &str)> {
        let chosen = self.overrides.fuse_a.as_ref().map(|o| (o.value, o.reason.as_str()));
        chosen.or_else(|| Some((self.kit.as_ref()?.fuse_a?, say::as_the_harness())))
    }

    /// The hardware that is told: what a person wants, else the relay of its ready-made harness.
    pub fn told_control(&self) -> Option<ControlKind> {
        let has_relay = self.kit.as_ref().is_some_and(|kit| kit.relay_a.is_some());
        self.control.kind.or(has_relay.then_some(ControlKind::Relay))
    }

    /// Its lights that are fitted: without those that are on the vehicle already and stay.
    pub fn fitted(&self) -> impl Iterator<Item = &Light> {
        self.lights.iter().filter(|l| !l.stays)
    }

    /// True where any light of it flashes.
    pub fn flashes(&self) -> bool {
        self.lights.iter().any(|l| self.flash_of(l).is_some())
    }

    /// True where a lamp, counted through light after light, is to be kept in step with others: two of them at least
    /// have a lead for it.
    pub fn is_in_step(&self, lamp: usize) -> bool {
        let each = || self.lights.iter().flat_map(|l| (0..l.count).map(|_| l.has_sync_lead));
        each().filter(|has| *has).count() > 1 && each().nth(lamp).unwrap_or_default()
    }

    /// A new circuit with two lamps whose figures are assumed.
    pub fn starter(id: CircuitId, name: &str) -> Self {
        let light = Light {
            id: LightId(format!("{id}-l1")),
            name: say::led_work_lamp().into(),
            count: 2,
            draws: LightKind::Regulated { cut_in_v: None },
            made_for: MadeFor::V12To24,
            label_w: None,
            measured: None,
            measured_also: Vec::new(),
            role: None,
            colour: None,
            place: None,
            is_stuck: false,
            adhesive: None,
            held_by: None,
            spacer_mm: None,
            is_reversed: false,
            lead: None,
            flash: None,
            has_sync_lead: false,
            has_pattern_lead: false,
            optic: None,
            strip: None,
            backlight: None,
            hidden: None,
            screw: None,
            least_v: None,
            replaces: None,
            stays: false,
        };
        LampCircuit {
            id,
            name: name.into(),
            lit: Wish::OwnSwitch,
            lights: vec![light],
            feed: None,
            control: Control::default(),
            run: Run::starter(),
            sites: None,
            drop: None,
            overrides: Overrides::default(),
            kit: None,
        }
    }
}
