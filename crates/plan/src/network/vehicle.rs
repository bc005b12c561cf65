//! Draws what the vehicle came with: batteries and what stands between them, the towing vehicle, factory circuits.

use crate::factory::PlannedFactory;
use crate::network::build::BuiltFactory;
use crate::network::builder::NetworkBuilder;
use crate::network::hardware::TERMINAL_OHM;
use crate::network::parts::{PartKind, PartRef};
use jovek_catalog::battery::CHARGER_PART;
use jovek_catalog::fuse::{Fuse, HOLDER_OHM};
use jovek_catalog::{diode, relay};
use jovek_circuit::devices::{Alternator, Battery, Contact, Diode, Incandescent};
use jovek_circuit::{Device, ElementId, NodeId};
use jovek_job::{Isolation, SupplyState};

/// Resistance of the towing vehicle's battery and cable up to its socket, ohm. Common practice.
const TOWING_SOURCE_OHM: f64 = 0.02;
/// Wire from the fuse to lamps whose switch sits in their minus wire, m. Common practice: it runs to the middle of the
/// roof.
const GROUND_SWITCHED_FEED_M: f64 = 4.0;

/// Input of a module or bulb socket on a factory wire, ohm: keeps a wire without lamps defined.
/// Common practice.
const WIRE_LEAK_OHM: f64 = 100_000.0;

impl NetworkBuilder<'_, '_> {
    /// The starting battery; its resistance off by as much as whatever nobody measured.
    pub(super) fn starting_battery(&self) -> Battery {
        let supply = self.installed.supply;
        let battery = supply.battery(self.situation.open_circuit_v);
        let factor = if supply.is_internal_assumed { self.situation.assumed_factor } else { 1.0 };
        Battery { internal_ohm: battery.internal_ohm * factor, ..battery }
    }

    /// Auxiliary battery, joined to the starting battery as its isolation does while the engine runs: its positive
    /// post, and itself.
    pub(super) fn auxiliary(&mut self, plus: NodeId) -> (NodeId, Option<ElementId>) {
        let node = self.net.node(format_args!("aux_plus"));
        let supply = self.installed.supply;
        let state = self.situation.supply;
        let place = |what| PartRef { circuit: None, what };
        let battery = supply.auxiliary_battery(state.charge_percent()).map(|battery| {
            self.add(
                place(PartKind::Auxiliary),
                format_args!("auxiliary"),
                (node, NodeId::GROUND),
                Device::Battery(battery),
            )
        });
        let Some(a) = supply.auxiliary else { return (node, battery) };
        let runs = supply.alternator(state).is_some();
        let link = place(PartKind::Isolation);
        match a.isolation {
            Isolation::IgnitionRelay | Isolation::VoltageSensing | Isolation::ManualSwitch => {
                let joined = Contact { closed_ohm: a.cable_ohm + relay::CONTACT_OHM, closed: runs };
                let device = Device::Contact(joined);
                self.add(link, format_args!("isolation"), (plus, node), device);
            }
            Isolation::DiodeIsolator => {
                let diode = diode::LAMPS[2].device;
                let series_ohm = diode.series_ohm + a.cable_ohm;
                let device = Device::Diode(Diode { series_ohm, ..diode });
                self.add(link, format_args!("isolation"), (plus, node), device);
            }
            Isolation::DcDc if runs => {
                let charger = Alternator {
                    regulated_v: 14.4 * supply.batteries,
                    limit_a: a.charger_a,
                    droop_ohm: 0.01,
                };
                let device = Device::Alternator(charger);
                self.add(link, format_args!("charger"), (node, NodeId::GROUND), device);
                // What it takes from the starting battery's side at full output.
                let input_a =
                    a.charger_a * 14.4 * supply.batteries / (CHARGER_PART * supply.regulated_v);
                let device = Device::ohm(supply.regulated_v / input_a);
                self.add(link, format_args!("charger_input"), (plus, NodeId::GROUND), device);
            }
            Isolation::DcDc => {}
        }
        (node, battery)
    }

    /// Battery of the towing vehicle.
    pub(super) fn towing(&mut self) -> NodeId {
        let plus = self.net.node(format_args!("tow_plus"));
        let open_circuit_v =
            self.installed.supply.open_circuit_v(SupplyState::EngineOff.charge_percent());
        let battery = Battery {
            open_circuit_v,
            internal_ohm: TOWING_SOURCE_OHM,
            charge_ohm: TOWING_SOURCE_OHM,
        };
        let place = PartRef { circuit: None, what: PartKind::TowingBattery };
        self.add(
            place,
            format_args!("towing_battery"),
            (plus, NodeId::GROUND),
            Device::Battery(battery),
        );
        plus
    }

    /// Battery -> factory fuse -> factory switch -> factory wire -> existing lamps; or fuse -> lamps -> wire -> switch,
    /// where the switch sits in their minus wire.
    pub(super) fn factory(
        &mut self,
        plus: NodeId,
        index: usize,
        factory: &PlannedFactory,
    ) -> BuiltFactory {
        if factory.is_ground_switched {
            return self.ground_switched(plus, index, factory);
        }
        let place = |what| PartRef { circuit: None, what };
        let fused = self.net.node(format_args!("f{index}_fused"));
        let switched = self.net.node(format_args!("f{index}_switched"));
        let tap = self.net.node(format_args!("f{index}_tap"));
        // The fuse of an empty position is the circuit's own.
        let fuse =
            if factory.is_position { 0.0 } else { Fuse::of_rating(factory.fuse_a).cold_ohm() };
        self.add(
            place(PartKind::FactoryFuse(index)),
            format_args!("f{index}_fuse"),
            (plus, fused),
            Device::ohm(fuse + HOLDER_OHM),
        );
        let source = self.contact(
            place(PartKind::FactorySource(index)),
            format_args!("f{index}_source"),
            (fused, switched),
            (factory.live_by, true),
        );
        // An empty position has no wire of its own.
        let wire = self.factory_wire(index, factory, (switched, tap));
        let lamps = self.factory_lamps(index, factory, (tap, NodeId::GROUND));
        BuiltFactory { tap, minus: None, source, wire, lamps }
    }

    /// Its lamps have plus from the fuse on; a door or lid switch grounds them.
    fn ground_switched(
        &mut self,
        plus: NodeId,
        index: usize,
        factory: &PlannedFactory,
    ) -> BuiltFactory {
        let place = |what| PartRef { circuit: None, what };
        let tap = self.net.node(format_args!("f{index}_tap"));
        let minus = self.net.node(format_args!("f{index}_minus"));
        let switched = self.net.node(format_args!("f{index}_switched"));
        let feed_ohm = factory.wire.ohm(GROUND_SWITCHED_FEED_M, 40.0);
        self.add(
            place(PartKind::FactoryFuse(index)),
            format_args!("f{index}_fuse"),
            (plus, tap),
            Device::ohm(Fuse::of_rating(factory.fuse_a).cold_ohm() + HOLDER_OHM + feed_ohm),
        );
        let lamps = self.factory_lamps(index, factory, (tap, minus));
        let wire = self.factory_wire(index, factory, (minus, switched));
        let source = self.contact(
            place(PartKind::FactorySource(index)),
            format_args!("f{index}_source"),
            (switched, NodeId::GROUND),
            (factory.live_by, true),
        );
        BuiltFactory { tap, minus: Some(minus), source, wire, lamps }
    }

    fn factory_wire(
        &mut self,
        index: usize,
        factory: &PlannedFactory,
        ends: (NodeId, NodeId),
    ) -> ElementId {
        let length_m = factory.length_m * self.off(factory.is_length_assumed);
        let ohm = factory.wire.ohm(length_m, 40.0).max(TERMINAL_OHM);
        let place = PartRef { circuit: None, what: PartKind::FactoryWire(index) };
        self.add(place, format_args!("f{index}_wire"), ends, Device::ohm(ohm))
    }

    /// The lamps that were there, and what keeps a wire without lamps defined.
    fn factory_lamps(
        &mut self,
        index: usize,
        factory: &PlannedFactory,
        ends: (NodeId, NodeId),
    ) -> Option<ElementId> {
        let place = |what| PartRef { circuit: None, what };
        let lamps = (factory.existing_a > 0.0).then(|| {
            let rated_v = 13.5 * self.installed.supply.batteries;
            let power_w = factory.existing_a * self.off(factory.is_load_assumed) * rated_v;
            let lamp = Device::Incandescent(Incandescent { power_w, rated_v });
            self.add(
                place(PartKind::FactoryLamps(index)),
                format_args!("f{index}_lamps"),
                ends,
                lamp,
            )
        });
        self.add(
            place(PartKind::FactoryLeak(index)),
            format_args!("f{index}_leak"),
            ends,
            Device::ohm(WIRE_LEAK_OHM),
        );
        lamps
    }

    /// What a figure is off by in this situation where nobody measured it.
    fn off(&self, is_assumed: bool) -> f64 {
        if is_assumed { self.situation.assumed_factor } else { 1.0 }
    }
}
