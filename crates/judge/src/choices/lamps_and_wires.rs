//! Words of what can be said of lamps, wires, feeds and ways.

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

pub(super) fn draw_label(draw: &LightKind) -> &'static str {
    match draw {
        LightKind::Regulated { .. } => say::draw_regulated(),
        LightKind::Strip { .. } => say::draw_strip(),
        LightKind::Incandescent { .. } => say::draw_incandescent(),
    }
}

pub(super) fn passage_label(passage: &Passage) -> &'static str {
    match passage {
        Passage::Open => say::passage_open(),
        Passage::Grommet { .. } => say::passage_grommet(),
        Passage::NewHole => say::passage_new_hole(),
        Passage::Hinge => say::passage_hinge(),
        Passage::Connector => say::passage_connector(),
    }
}

pub(super) fn waypoint_label(value: Waypoint) -> &'static str {
    match value {
        Waypoint::Pass => say::waypoint_pass(),
        Waypoint::Fuse => say::waypoint_fuse(),
        Waypoint::Control => say::waypoint_control(),
        Waypoint::Connector => say::waypoint_connector(),
    }
}

pub(super) fn lamp_end_label(value: LampEnd) -> &'static str {
    match value {
        LampEnd::Plug => say::lamp_end_plug(),
        LampEnd::Bare => say::lamp_end_bare(),
    }
}

pub(super) fn return_label(value: ReturnKind) -> &'static str {
    match value {
        ReturnKind::ChassisStud => say::return_chassis_stud(),
        ReturnKind::BatteryNegative => say::return_battery_negative(),
        ReturnKind::GroundBus => say::return_ground_bus(),
        ReturnKind::PlugGround => say::return_plug_ground(),
        ReturnKind::FactoryGround => say::return_factory_ground(),
    }
}

pub(super) fn held_by_label(value: HeldBy) -> &'static str {
    match value {
        HeldBy::Magnet => say::held_by_magnet(),
        HeldBy::PlasticStuds => say::held_by_plastic_studs(),
        HeldBy::RubberGrommet => say::held_by_rubber_grommet(),
    }
}

pub(super) fn switch_seat_label(value: SwitchSeat) -> &'static str {
    match value {
        SwitchSeat::BlankPanel => say::switch_seat_blank_panel(),
        SwitchSeat::NewHole => say::switch_seat_new_hole(),
        SwitchSeat::Bracket => say::switch_seat_bracket(),
    }
}

pub(super) fn adhesive_label(value: Adhesive) -> &'static str {
    match value {
        Adhesive::Tape => say::adhesive_tape(),
        Adhesive::Silicone => say::adhesive_silicone(),
        Adhesive::HotMelt => say::adhesive_hot_melt(),
    }
}

pub(super) fn condition_label(value: LampCondition) -> &'static str {
    match value {
        LampCondition::Sound => say::condition_sound(),
        LampCondition::Dim => say::condition_dim(),
        LampCondition::Corroded => say::condition_corroded(),
        LampCondition::Melted => say::condition_melted(),
        LampCondition::Broken => say::condition_broken(),
        LampCondition::Dead => say::condition_dead(),
    }
}

pub(super) fn output_label(value: OutputKind) -> &'static str {
    match value {
        OutputKind::Unknown => say::output_unknown(),
        OutputKind::Plain => say::output_plain(),
        OutputKind::Pulsed => say::output_pulsed(),
        OutputKind::Monitored => say::output_monitored(),
    }
}

pub(super) fn factory_kind_label(value: FactoryKind) -> &'static str {
    match value {
        FactoryKind::Lamp => say::factory_kind_lamp(),
        FactoryKind::FusePosition => say::factory_kind_fuse_position(),
        FactoryKind::TrailerSocket => say::factory_kind_trailer_socket(),
    }
}

pub(super) fn switched_label(value: SwitchedSide) -> &'static str {
    match value {
        SwitchedSide::Plus => say::switched_plus(),
        SwitchedSide::Minus => say::switched_minus(),
    }
}

pub(super) fn fuse_family_label(value: FuseFamily) -> &'static str {
    match value {
        FuseFamily::MiniBlade => say::fuse_family_mini_blade(),
        FuseFamily::RegularBlade => say::fuse_family_regular_blade(),
        FuseFamily::LargeBlade => say::fuse_family_large_blade(),
        FuseFamily::SelfResettingBreaker => say::fuse_family_self_resetting_breaker(),
        FuseFamily::ManualBreaker => say::fuse_family_manual_breaker(),
    }
}

pub(super) fn vehicle_label(value: VehicleSide) -> &'static str {
    match value {
        VehicleSide::Own => say::vehicle_own(),
        VehicleSide::Towing => say::vehicle_towing(),
    }
}

pub(super) fn role_label(value: LampRole) -> &'static str {
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

pub(super) fn colour_label(value: LampColour) -> &'static str {
    match value {
        LampColour::White => say::colour_white(),
        LampColour::Yellow => say::colour_yellow(),
        LampColour::Amber => say::colour_amber(),
        LampColour::Red => say::colour_red(),
        LampColour::Green => say::colour_green(),
        LampColour::Blue => say::colour_blue(),
    }
}

pub(super) fn place_label(value: LampPlace) -> &'static str {
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

pub(super) fn made_for_label(value: MadeFor) -> &'static str {
    match value {
        MadeFor::V12 => say::made_for_v12(),
        MadeFor::V24 => say::made_for_v24(),
        MadeFor::V12To24 => say::made_for_v12_to24(),
    }
}

pub(super) fn isolation_label(value: Isolation) -> &'static str {
    match value {
        Isolation::IgnitionRelay => say::isolation_ignition_relay(),
        Isolation::VoltageSensing => say::isolation_voltage_sensing(),
        Isolation::DiodeIsolator => say::isolation_diode_isolator(),
        Isolation::DcDc => say::isolation_dc_dc(),
        Isolation::ManualSwitch => say::isolation_manual_switch(),
    }
}

pub(super) fn chemistry_label(value: Chemistry) -> &'static str {
    match value {
        Chemistry::Flooded => say::chemistry_flooded(),
        Chemistry::Agm => say::chemistry_agm(),
        Chemistry::Lifepo4 => say::chemistry_lifepo4(),
    }
}

pub(super) fn suppression_label(value: Suppression) -> &'static str {
    match value {
        Suppression::Diode => say::suppression_diode(),
        Suppression::Resistor => say::suppression_resistor(),
    }
}

pub(super) fn joint_label(value: JointPractice) -> &'static str {
    match value {
        JointPractice::Crimp => say::joint_crimp(),
        JointPractice::Solder => say::joint_solder(),
        JointPractice::Tap => say::joint_tap(),
        JointPractice::PlugIn => say::joint_plug_in(),
    }
}

pub(super) fn body_label(value: BodyKind) -> &'static str {
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

pub(super) fn route_label(value: RoutePractice) -> &'static str {
    match value {
        RoutePractice::InsideRail => say::route_inside_rail(),
        RoutePractice::ExistingLines => say::route_existing_lines(),
    }
}

pub(super) fn hazard_label(value: Hazard) -> &'static str {
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

pub(super) fn region_label(value: Region) -> &'static str {
    match value {
        Region::Us => say::region_us(),
        Region::Un => say::region_un(),
    }
}
