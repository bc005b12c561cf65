//! Words of what a shop is used to, and of switches, swaps, hitches and strips.

use jovek_base::units::{Lengths, Temperatures};
use jovek_catalog::ampacity::{AmpacityTable, BundleRule};
use jovek_catalog::conductor::WireSystem;
use jovek_catalog::insulation::Insulation;
use jovek_job::{
    ColourScheme, DropLimit, Engine, FuseBlock, FusePractice, GroundPractice, LoopWire, MayDiffer,
    ResistorSeat, Smoothing, StopFrom, StopLight, StripColours, SwitchKind, WarningClass,
};
use jovek_phrases::choices as say;
use jovek_phrases::fleet;

pub(super) fn drop_label(value: DropLimit) -> &'static str {
    match value {
        DropLimit::LampNeeds => say::drop_lamp_needs(),
        DropLimit::ThreePercent => say::drop_three_percent(),
        DropLimit::TenPercent => say::drop_ten_percent(),
        DropLimit::HalfVolt => say::drop_half_volt(),
    }
}

pub(super) fn lengths_label(value: Lengths) -> &'static str {
    match value {
        Lengths::Metric => say::lengths_metric(),
        Lengths::Us => say::lengths_us(),
    }
}

pub(super) fn temperature_label(value: Temperatures) -> &'static str {
    match value {
        Temperatures::Celsius => say::temperature_celsius(),
        Temperatures::Fahrenheit => say::temperature_fahrenheit(),
    }
}

pub(super) fn wire_system_label(value: WireSystem) -> &'static str {
    match value {
        WireSystem::Metric => say::wire_system_metric(),
        WireSystem::Awg => say::wire_system_awg(),
        WireSystem::Sae => say::wire_system_sae(),
    }
}

pub(super) fn ampacity_label(value: AmpacityTable) -> &'static str {
    match value {
        AmpacityTable::Iso10133 => say::ampacity_iso_10133(),
        AmpacityTable::AbycE11 => say::ampacity_abyc_e11(),
        AmpacityTable::Vde0298 => say::ampacity_vde_0298(),
    }
}

pub(super) fn bundle_label(value: BundleRule) -> &'static str {
    match value {
        BundleRule::IecBunched => say::bundle_iec_bunched(),
        BundleRule::NfpaSteps => say::bundle_nfpa_steps(),
        BundleRule::Aerospace => say::bundle_aerospace(),
        BundleRule::None => say::bundle_none(),
    }
}

pub(super) fn insulation_label(value: Insulation) -> &'static str {
    match value {
        Insulation::Pvc80 => say::insulation_pvc_80(),
        Insulation::Pvc105 => say::insulation_pvc_105(),
        Insulation::Xlpe125 => say::insulation_xlpe_125(),
    }
}

pub(super) fn fuse_practice_label(value: FusePractice) -> &'static str {
    match value {
        FusePractice::DownToLoad => say::fuse_practice_down_to_load(),
        FusePractice::WireOnly => say::fuse_practice_wire_only(),
    }
}

pub(super) fn fuse_block_label(value: FuseBlock) -> &'static str {
    match value {
        FuseBlock::Live => say::fuse_block_live(),
        FuseBlock::Keyed => say::fuse_block_keyed(),
    }
}

pub(super) fn scheme_label(value: ColourScheme) -> &'static str {
    match value {
        ColourScheme::GroundBrown => say::scheme_ground_brown(),
        ColourScheme::GroundBlack => say::scheme_ground_black(),
        ColourScheme::Own => say::scheme_own(),
    }
}

pub(super) fn ground_practice_label(value: GroundPractice) -> &'static str {
    match value {
        GroundPractice::LocalStud => say::ground_practice_local_stud(),
        GroundPractice::BatteryNegative => say::ground_practice_battery_negative(),
        GroundPractice::DistributionStud => say::ground_practice_distribution_stud(),
    }
}

pub(super) fn switch_kind_label(value: SwitchKind) -> &'static str {
    match value {
        SwitchKind::OnOff => say::switch_kind_on_off(),
        SwitchKind::Momentary => say::switch_kind_momentary(),
        SwitchKind::ThreeWay => say::switch_kind_three_way(),
        SwitchKind::Dimmer => say::switch_kind_dimmer(),
        SwitchKind::Remote => say::switch_kind_remote(),
        SwitchKind::Lid => say::switch_kind_lid(),
    }
}

pub(super) fn smoothing_label(value: Smoothing) -> &'static str {
    match value {
        Smoothing::Bleed => say::smoothing_bleed(),
        Smoothing::Capacitor => say::smoothing_capacitor(),
    }
}

pub(super) fn seat_label(value: ResistorSeat) -> &'static str {
    match value {
        ResistorSeat::BareMetal => say::seat_bare_metal(),
        ResistorSeat::FreeAir => say::seat_free_air(),
        ResistorSeat::Plastic => say::seat_plastic(),
    }
}

pub(super) fn class_label(value: WarningClass) -> &'static str {
    match value {
        WarningClass::One => say::class_one(),
        WarningClass::Two => say::class_two(),
        WarningClass::Three => say::class_three(),
    }
}

pub(super) fn stop_from_label(value: StopFrom) -> &'static str {
    match value {
        StopFrom::EitherWire => say::stop_from_either_wire(),
        StopFrom::BothWires => say::stop_from_both_wires(),
    }
}

pub(super) fn loop_label(value: LoopWire) -> &'static str {
    match value {
        LoopWire::Left => say::loop_left(),
        LoopWire::Cut => say::loop_cut(),
    }
}

pub(super) fn stop_light_label(value: StopLight) -> &'static str {
    match value {
        StopLight::Steady => say::stop_light_steady(),
        StopLight::FlashThenSteady => say::stop_light_flash_then_steady(),
    }
}

pub(super) fn strip_label(value: StripColours) -> &'static str {
    match value {
        StripColours::Rgb => say::strip_rgb(),
        StripColours::Rgbw => say::strip_rgbw(),
    }
}

pub(super) fn engine_label(value: Engine) -> &'static str {
    match value {
        Engine::Driving => say::engine_driving(),
        Engine::Idling => say::engine_idling(),
        Engine::Off => say::engine_off(),
    }
}

pub(super) fn may_differ_label(value: MayDiffer) -> &'static str {
    match value {
        MayDiffer::Lengths => fleet::may_differ_lengths(),
        MayDiffer::Colours => fleet::may_differ_colours(),
        MayDiffer::Readings => fleet::may_differ_readings(),
        MayDiffer::Circuits => fleet::may_differ_circuits(),
        MayDiffer::Places => fleet::may_differ_places(),
    }
}
