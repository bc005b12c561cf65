//! Values that a fact can have, as they are chosen on a page: every variant of its enum, so that none is forgotten and
//! none has another name there.

use jovek_catalog::battery::Chemistry;
use jovek_catalog::fuse::FuseFamily;
use jovek_catalog::joint::JointPractice;
use jovek_catalog::light::{LightKind, MadeFor};
use jovek_catalog::relay::Suppression;
use jovek_catalog::zone::Waypoint;
use jovek_job::{
    Adhesive, BodyKind, FactoryKind, Hazard, HeldBy, Isolation, LampColour, LampCondition, LampEnd,
    LampPlace, LampRole, OutputKind, Passage, Region, ReturnKind, RoutePractice, SwitchSeat,
    SwitchedSide, VehicleSide,
};
use jovek_phrases::choices as say;
use serde::Serialize;
use strum::IntoEnumIterator;
use utoipa::ToSchema;

/// A value as the job holds it, and as it is spoken.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ValueLabel {
    /// As the job holds it; empty where nothing is said.
    pub value: String,
    /// As it is spoken.
    pub label: &'static str,
}

/// All values that can be chosen, by what they are of.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Choices {
    /// What stands at the far end of a section.
    pub waypoints: Vec<ValueLabel>,
    /// How the lead of a lamp ends.
    pub lamp_ends: Vec<ValueLabel>,
    /// How a current gets back.
    pub returns: Vec<ValueLabel>,
    /// What holds a lamp.
    pub held_by: Vec<ValueLabel>,
    /// Where a switch sits.
    pub switch_seats: Vec<ValueLabel>,
    /// What holds a lamp that is stuck on.
    pub adhesives: Vec<ValueLabel>,
    /// What a lamp looked like when it came off.
    pub conditions: Vec<ValueLabel>,
    /// How a factory wire behaves.
    pub outputs: Vec<ValueLabel>,
    /// What a circuit of the factory offers as a feed.
    pub factory_kinds: Vec<ValueLabel>,
    /// In which wire of a factory lamp its switch sits.
    pub switched_sides: Vec<ValueLabel>,
    /// Families of fuses.
    pub fuse_families: Vec<ValueLabel>,
    /// On which of two vehicles.
    pub vehicle_sides: Vec<ValueLabel>,
    /// What a lamp is for.
    pub lamp_roles: Vec<ValueLabel>,
    /// Colour of a light.
    pub lamp_colours: Vec<ValueLabel>,
    /// Where a lamp sits.
    pub lamp_places: Vec<ValueLabel>,
    /// Voltage that a light is made for.
    pub made_for: Vec<ValueLabel>,
    /// How a second battery is charged and kept apart.
    pub isolations: Vec<ValueLabel>,
    /// How a battery is made.
    pub chemistries: Vec<ValueLabel>,
    /// What takes up the spike of a coil.
    pub suppressions: Vec<ValueLabel>,
    /// How wires are joined.
    pub joints: Vec<ValueLabel>,
    /// Kinds of bodies.
    pub bodies: Vec<ValueLabel>,
    /// Where a shop likes to run its wires.
    pub route_practices: Vec<ValueLabel>,
    /// What can hurt a wire on a way.
    pub hazards: Vec<ValueLabel>,
    /// Whose rules of the road.
    pub regions: Vec<ValueLabel>,
    /// How a light takes its current.
    pub draws: Vec<ValueLabel>,
    /// How a wire gets through at the end of a way.
    pub passages: Vec<ValueLabel>,
}

/// Every choice with its words.
pub fn choices() -> Choices {
    Choices {
        waypoints: all(waypoint_label),
        lamp_ends: all(lamp_end_label),
        returns: all(return_label),
        held_by: unsaid_or(say::held_by_unsaid(), held_by_label),
        switch_seats: all(switch_seat_label),
        adhesives: unsaid_or(say::adhesive_unsaid(), adhesive_label),
        conditions: all(condition_label),
        outputs: all(output_label),
        factory_kinds: all(factory_kind_label),
        switched_sides: all(switched_label),
        fuse_families: all(fuse_family_label),
        vehicle_sides: all(vehicle_label),
        lamp_roles: unsaid_or(say::role_unsaid(), role_label),
        lamp_colours: all(colour_label),
        lamp_places: unsaid_or(say::place_unsaid(), place_label),
        made_for: all(made_for_label),
        isolations: all(isolation_label),
        chemistries: all(chemistry_label),
        suppressions: all(suppression_label),
        joints: all(joint_label),
        bodies: all(body_label),
        route_practices: all(route_label),
        hazards: all(hazard_label),
        regions: all(region_label),
        draws: DRAWS.iter().map(|draw| tagged(draw, draw_label(draw))).collect(),
        passages: PASSAGES.iter().map(|passage| tagged(passage, passage_label(passage))).collect(),
    }
}

/// Each kind of [`LightKind`] once; what it says besides does not matter here.
const DRAWS: [LightKind; 3] = [
    LightKind::Regulated { cut_in_v: None },
    LightKind::Strip { forward_v: None },
    LightKind::Incandescent {},
];

/// Each kind of [`Passage`] once.
const PASSAGES: [Passage; 5] = [
    Passage::Open,
    Passage::Grommet { bore_mm: None },
    Passage::NewHole,
    Passage::Hinge,
    Passage::Connector,
];

/// Every variant with its words.
fn all<T: IntoEnumIterator + Serialize + Copy>(label: fn(T) -> &'static str) -> Vec<ValueLabel> {
    T::iter().map(|of| ValueLabel { value: name(&of, None), label: label(of) }).collect()
}

/// As [`all`], behind the words for nothing said.
fn unsaid_or<T: IntoEnumIterator + Serialize + Copy>(
    unsaid: &'static str,
    label: fn(T) -> &'static str,
) -> Vec<ValueLabel> {
    let nothing = ValueLabel { value: String::new(), label: unsaid };
    std::iter::once(nothing).chain(all(label)).collect()
}

fn tagged(of: &impl Serialize, label: &'static str) -> ValueLabel {
    ValueLabel { value: name(of, Some("kind")), label }
}

/// A variant as the job holds it: its name, or the name in its tag.
fn name(of: &impl Serialize, tag: Option<&str>) -> String {
    let held = serde_json::to_value(of).unwrap_or_default();
    let name = match tag {
        Some(tag) => held.get(tag).and_then(|n| n.as_str()),
        None => held.as_str(),
    };
    name.unwrap_or_default().to_owned()
}

fn draw_label(draw: &LightKind) -> &'static str {
    match draw {
        LightKind::Regulated { .. } => say::draw_regulated(),
        LightKind::Strip { .. } => say::draw_strip(),
        LightKind::Incandescent { .. } => say::draw_incandescent(),
    }
}

fn passage_label(passage: &Passage) -> &'static str {
    match passage {
        Passage::Open => say::passage_open(),
        Passage::Grommet { .. } => say::passage_grommet(),
        Passage::NewHole => say::passage_new_hole(),
        Passage::Hinge => say::passage_hinge(),
        Passage::Connector => say::passage_connector(),
    }
}

fn waypoint_label(value: Waypoint) -> &'static str {
    match value {
        Waypoint::Pass => say::waypoint_pass(),
        Waypoint::Fuse => say::waypoint_fuse(),
        Waypoint::Control => say::waypoint_control(),
        Waypoint::Connector => say::waypoint_connector(),
    }
}

fn lamp_end_label(value: LampEnd) -> &'static str {
    match value {
        LampEnd::Plug => say::lamp_end_plug(),
        LampEnd::Bare => say::lamp_end_bare(),
    }
}

fn return_label(value: ReturnKind) -> &'static str {
    match value {
        ReturnKind::ChassisStud => say::return_chassis_stud(),
        ReturnKind::BatteryNegative => say::return_battery_negative(),
        ReturnKind::GroundBus => say::return_ground_bus(),
        ReturnKind::PlugGround => say::return_plug_ground(),
        ReturnKind::FactoryGround => say::return_factory_ground(),
    }
}

fn held_by_label(value: HeldBy) -> &'static str {
    match value {
        HeldBy::Magnet => say::held_by_magnet(),
        HeldBy::PlasticStuds => say::held_by_plastic_studs(),
        HeldBy::RubberGrommet => say::held_by_rubber_grommet(),
    }
}

fn switch_seat_label(value: SwitchSeat) -> &'static str {
    match value {
        SwitchSeat::BlankPanel => say::switch_seat_blank_panel(),
        SwitchSeat::NewHole => say::switch_seat_new_hole(),
        SwitchSeat::Bracket => say::switch_seat_bracket(),
    }
}

fn adhesive_label(value: Adhesive) -> &'static str {
    match value {
        Adhesive::Tape => say::adhesive_tape(),
        Adhesive::Silicone => say::adhesive_silicone(),
        Adhesive::HotMelt => say::adhesive_hot_melt(),
    }
}

fn condition_label(value: LampCondition) -> &'static str {
    match value {
        LampCondition::Sound => say::condition_sound(),
        LampCondition::Dim => say::condition_dim(),
        LampCondition::Corroded => say::condition_corroded(),
        LampCondition::Melted => say::condition_melted(),
        LampCondition::Broken => say::condition_broken(),
        LampCondition::Dead => say::condition_dead(),
    }
}

fn output_label(value: OutputKind) -> &'static str {
    match value {
        OutputKind::Unknown => say::output_unknown(),
        OutputKind::Plain => say::output_plain(),
        OutputKind::Pulsed => say::output_pulsed(),
        OutputKind::Monitored => say::output_monitored(),
    }
}

fn factory_kind_label(value: FactoryKind) -> &'static str {
    match value {
        FactoryKind::Lamp => say::factory_kind_lamp(),
        FactoryKind::FusePosition => say::factory_kind_fuse_position(),
        FactoryKind::TrailerSocket => say::factory_kind_trailer_socket(),
    }
}

fn switched_label(value: SwitchedSide) -> &'static str {
    match value {
        SwitchedSide::Plus => say::switched_plus(),
        SwitchedSide::Minus => say::switched_minus(),
    }
}

fn fuse_family_label(value: FuseFamily) -> &'static str {
    match value {
        FuseFamily::MiniBlade => say::fuse_family_mini_blade(),
        FuseFamily::RegularBlade => say::fuse_family_regular_blade(),
        FuseFamily::LargeBlade => say::fuse_family_large_blade(),
        FuseFamily::SelfResettingBreaker => say::fuse_family_self_resetting_breaker(),
        FuseFamily::ManualBreaker => say::fuse_family_manual_breaker(),
    }
}

fn vehicle_label(value: VehicleSide) -> &'static str {
    match value {
        VehicleSide::Own => say::vehicle_own(),
        VehicleSide::Towing => say::vehicle_towing(),
    }
}

fn role_label(value: LampRole) -> &'static str {
    match value {
        LampRole::Headlamp => say::role_headlamp(),
        LampRole::Tail => say::role_tail(),
        LampRole::Brake => say::role_brake(),
        LampRole::Turn => say::role_turn(),
        LampRole::Marker => say::role_marker(),
        LampRole::Plate => say::role_plate(),
        LampRole::Reverse => say::role_reverse(),
        LampRole::Fog => say::role_fog(),
        LampRole::Driving => say::role_driving(),
        LampRole::Work => say::role_work(),
        LampRole::Warning => say::role_warning(),
        LampRole::Accent => say::role_accent(),
    }
}

fn colour_label(value: LampColour) -> &'static str {
    match value {
        LampColour::White => say::colour_white(),
        LampColour::Yellow => say::colour_yellow(),
        LampColour::Amber => say::colour_amber(),
        LampColour::Red => say::colour_red(),
        LampColour::Green => say::colour_green(),
        LampColour::Blue => say::colour_blue(),
    }
}

fn place_label(value: LampPlace) -> &'static str {
    match value {
        LampPlace::Front => say::place_front(),
        LampPlace::FrontLeft => say::place_front_left(),
        LampPlace::FrontRight => say::place_front_right(),
        LampPlace::Roof => say::place_roof(),
        LampPlace::Left => say::place_left(),
        LampPlace::Right => say::place_right(),
        LampPlace::Sides => say::place_sides(),
        LampPlace::Bed => say::place_bed(),
        LampPlace::Rear => say::place_rear(),
        LampPlace::RearLeft => say::place_rear_left(),
        LampPlace::RearRight => say::place_rear_right(),
        LampPlace::Cab => say::place_cab(),
        LampPlace::Under => say::place_under(),
    }
}

fn made_for_label(value: MadeFor) -> &'static str {
    match value {
        MadeFor::V12 => say::made_for_v12(),
        MadeFor::V24 => say::made_for_v24(),
        MadeFor::V12To24 => say::made_for_v12_to24(),
    }
}

fn isolation_label(value: Isolation) -> &'static str {
    match value {
        Isolation::IgnitionRelay => say::isolation_ignition_relay(),
        Isolation::VoltageSensing => say::isolation_voltage_sensing(),
        Isolation::DiodeIsolator => say::isolation_diode_isolator(),
        Isolation::DcDc => say::isolation_dc_dc(),
        Isolation::ManualSwitch => say::isolation_manual_switch(),
    }
}

fn chemistry_label(value: Chemistry) -> &'static str {
    match value {
        Chemistry::Flooded => say::chemistry_flooded(),
        Chemistry::Agm => say::chemistry_agm(),
        Chemistry::Lifepo4 => say::chemistry_lifepo4(),
    }
}

fn suppression_label(value: Suppression) -> &'static str {
    match value {
        Suppression::Diode => say::suppression_diode(),
        Suppression::Resistor => say::suppression_resistor(),
    }
}

fn joint_label(value: JointPractice) -> &'static str {
    match value {
        JointPractice::Crimp => say::joint_crimp(),
        JointPractice::Solder => say::joint_solder(),
        JointPractice::Tap => say::joint_tap(),
        JointPractice::PlugIn => say::joint_plug_in(),
    }
}

fn body_label(value: BodyKind) -> &'static str {
    match value {
        BodyKind::Pickup => say::body_pickup(),
        BodyKind::ChassisCab => say::body_chassis_cab(),
        BodyKind::Van => say::body_van(),
        BodyKind::Car => say::body_car(),
        BodyKind::SmallOffroad => say::body_small_offroad(),
        BodyKind::RigidLorry => say::body_rigid_lorry(),
        BodyKind::TrailerOneAxle => say::body_trailer_one_axle(),
        BodyKind::TrailerTwoAxle => say::body_trailer_two_axle(),
        BodyKind::MotorBody => say::body_motor_body(),
    }
}

fn route_label(value: RoutePractice) -> &'static str {
    match value {
        RoutePractice::InsideRail => say::route_inside_rail(),
        RoutePractice::ExistingLines => say::route_existing_lines(),
    }
}

fn hazard_label(value: Hazard) -> &'static str {
    match value {
        Hazard::Heat => say::hazard_heat(),
        Hazard::Moving => say::hazard_moving(),
        Hazard::SharpEdge => say::hazard_sharp_edge(),
        Hazard::FuelLine => say::hazard_fuel_line(),
        Hazard::BrakeLine => say::hazard_brake_line(),
        Hazard::BelowFrame => say::hazard_below_frame(),
        Hazard::Spray => say::hazard_spray(),
        Hazard::Airbag => say::hazard_airbag(),
    }
}

fn region_label(value: Region) -> &'static str {
    match value {
        Region::Us => say::region_us(),
        Region::Un => say::region_un(),
    }
}
