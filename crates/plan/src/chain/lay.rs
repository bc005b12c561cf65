//! Links laid one after the other along the current: joints, wires, fuse, control, lamps, return.

use super::{Chain, JointOf, Link, LinkKind, Origin, SectionEnd, Stretch, WireRole, WireRun};
use crate::end::{End, LampIx, Pole};
use crate::plugs::{PlugKey, Plugs};
use jovek_catalog::contact;
use jovek_job::{FuseBlock, LampEnd, ReturnKind};
use jovek_phrases::common;
use jovek_phrases::plan as say;

impl Chain {
    fn push(&mut self, name: &str, kind: LinkKind) {
        self.links.push(Link { name: name.into(), kind });
    }

    fn joint(&mut self, of: JointOf, ohm: f64) {
        self.push(of.label(), LinkKind::Joint { of, ohm, is_return: of.is_return() });
    }

    /// Switch or relay, with the modules of the lamp feed right behind it.
    fn control(&mut self, ambient_c: f64) {
        self.push(say::a_switch(), LinkKind::Control { ambient_c });
        self.feed_modules();
    }

    fn feed_modules(&mut self) {
        for module in self.modules.clone() {
            self.push(module.label(), LinkKind::Module(module));
        }
    }

    /// Lamps on the factory's own plugs, one to each. Equal lamps share the joint of all plugs alike.
    pub(super) fn lay_on_plugs(&mut self) {
        let plugs_ohm = contact::LAMP_PLUG_OHM / f64::from(self.lamp_count().max(1));
        self.joint(JointOf::FactoryPlug(Pole::Plus), plugs_ohm);
        if !self.has_own_return() {
            return self.lay_lamps();
        }
        self.push(say::lamps(), LinkKind::Lamps);
        if self.is_ground_switched {
            return self.joint(JointOf::FactoryMinus, plugs_ohm);
        }
        self.lay_kept_ground();
    }

    /// The lamps' own grounds, as the factory made them. Equal lamps share the joint of all of them alike.
    fn lay_kept_ground(&mut self) {
        let own = self.own_grounds().max(1);
        self.joint(JointOf::FactoryPlug(Pole::Minus), contact::LAMP_PLUG_OHM / f64::from(own));
        self.push(say::factory_ground(), LinkKind::FactoryGround);
    }

    pub(super) fn lay_supply(
        &mut self,
        mut sections: Vec<(Stretch, SectionEnd)>,
        has_branch: bool,
        plugs: &mut Plugs,
    ) {
        let own = self.origin == Origin::Battery;
        if self.block.is_some() {
            self.lay_block_feed(&mut sections);
        }
        let switched = own || self.switching.is_some();
        let first_ambient_c = sections[0].0.ambient_c;
        // A fuse sits at the end of its section; where none is named, right at the source.
        let names_fuse = own && sections.iter().any(|(_, w)| *w == SectionEnd::Fuse);
        let names_control = own && sections.iter().any(|(_, w)| *w == SectionEnd::Control);
        // On a block its source is the block, not the post.
        if own && self.block.is_none() {
            self.joint(JointOf::SourcePost, contact::POST_OHM);
        } else if !own {
            // Blade and lead of an adapter, or the joint on the wire.
            let joints = if self.is_position { 2.0 } else { 1.0 };
            self.joint(JointOf::FactoryWire, joints * contact::SPLICE_OHM);
        }
        let (mut fused, mut controlled) = (false, false);
        if !names_fuse {
            self.push(say::a_fuse(), LinkKind::Fuse { ambient_c: first_ambient_c });
            fused = true;
            if switched && !names_control {
                self.control(first_ambient_c);
            } else if !switched {
                self.feed_modules();
            }
        }
        let mut gathered: Vec<Stretch> = Vec::new();
        for (stretch, ends_at) in sections {
            let ambient_c = stretch.ambient_c;
            let name = stretch.name.clone();
            gathered.push(stretch);
            let role = if fused { WireRole::Supply } else { WireRole::Unfused };
            match ends_at {
                SectionEnd::Fuse if own && !fused => {
                    self.lay_wire(&mut gathered, role);
                    self.push(say::a_fuse(), LinkKind::Fuse { ambient_c });
                    fused = true;
                    if !names_control {
                        self.control(ambient_c);
                    }
                }
                SectionEnd::Control if own && !controlled => {
                    self.lay_wire(&mut gathered, role);
                    self.control(ambient_c);
                    controlled = true;
                }
                SectionEnd::Connector(key) => {
                    self.lay_wire(&mut gathered, role);
                    self.connector(&name, key, false, plugs);
                }
                SectionEnd::Fuse | SectionEnd::Control | SectionEnd::Pass => {}
            }
        }
        self.lay_wire(&mut gathered, WireRole::Supply);
        // Behind a branch each lamp has plugs of its own.
        match self.lamp_count() > 1 || has_branch {
            false => self.joint(JointOf::Lamp(Pole::Plus), self.lamp_end_ohm(Pole::Plus)),
            true => self.joint(JointOf::Branch(Pole::Plus), contact::SPLICE_OHM / 2.0),
        }
    }

    /// What leads to the fuse block is of the block, and the circuit's own path starts at its fuse there.
    fn lay_block_feed(&mut self, sections: &mut Vec<(Stretch, SectionEnd)>) {
        let fuse_at = sections.iter().position(|(_, ends)| *ends == SectionEnd::Fuse);
        // Where nothing is told behind the fuse, what was told is the way from the block on.
        if let Some(at) = fuse_at.filter(|at| at + 1 < sections.len()) {
            let to_block = sections.drain(..=at);
            self.block_feed_m = Some(to_block.map(|(stretch, _)| stretch.length_m).sum());
        }
        let no_fuse = sections.iter_mut().filter(|(_, ends)| *ends == SectionEnd::Fuse);
        no_fuse.for_each(|(_, ends)| *ends = SectionEnd::Pass);
        self.push(say::feed_of_the_fuse_block(), LinkKind::BlockFeed);
        if self.block == Some(FuseBlock::Keyed) {
            self.push(common::master_relay(), LinkKind::BlockRelay);
        }
    }

    /// The contact of the only lamp, ohm.
    fn lamp_end_ohm(&self, pole: Pole) -> f64 {
        let first = self.with_lead(pole).first().and_then(|l| self.lamps.get(l.0));
        let ends = first.map_or(LampEnd::Plug, |l| l.lead.ends);
        let lamp = LampIx { circuit: self.index, light: 0, number: 0 };
        End::Lamp(lamp, pole, ends).contact_ohm()
    }

    pub(super) fn lay_lamps(&mut self) {
        self.push(say::lamps(), LinkKind::Lamps);
        if !self.has_own_return() {
            return self.push(say::ground_of_the_housing(), LinkKind::HousingGround);
        }
        if self.keeps_ground() {
            return self.lay_kept_ground();
        }
        match self.back_legs.is_empty() {
            true => self.joint(JointOf::Lamp(Pole::Minus), self.lamp_end_ohm(Pole::Minus)),
            false => self.joint(JointOf::Branch(Pole::Minus), contact::SPLICE_OHM / 2.0),
        }
    }

    pub(super) fn lay_return(
        &mut self,
        by: ReturnKind,
        back: Vec<(Stretch, SectionEnd)>,
        plugs: &mut Plugs,
    ) {
        let mut gathered: Vec<Stretch> = Vec::new();
        // A connector has the name of the section behind it, as on the way there.
        let names: Vec<String> = back.iter().skip(1).map(|(s, _)| s.name.clone()).collect();
        for (k, (stretch, ends_at)) in back.into_iter().enumerate() {
            let name = names.get(k).unwrap_or(&stretch.name).clone();
            gathered.push(stretch);
            if let SectionEnd::Connector(key) = ends_at {
                self.lay_wire(&mut gathered, WireRole::Return);
                self.connector(&name, key, true, plugs);
            }
        }
        self.lay_wire(&mut gathered, WireRole::Return);
        if self.is_ground_switched {
            return self.joint(JointOf::FactoryMinus, contact::SPLICE_OHM);
        }
        match by {
            ReturnKind::ChassisStud => {
                self.joint(JointOf::Stud, contact::STUD_OHM);
                self.push(say::frame(), LinkKind::Chassis);
            }
            ReturnKind::GroundBus => {
                self.joint(JointOf::Bus, contact::STUD_OHM);
                self.push(say::stud_of_the_bus(), LinkKind::Bus);
            }
            ReturnKind::BatteryNegative if !self.is_trailer => {
                self.joint(JointOf::NegativePost, contact::POST_OHM);
            }
            ReturnKind::FactoryGround => {
                self.joint(JointOf::FactoryGround, contact::SPLICE_OHM);
                self.push(say::factory_ground(), LinkKind::FactoryGround);
            }
            // A trailer has no battery of its own: its way back is the plug.
            ReturnKind::BatteryNegative | ReturnKind::PlugGround => {
                self.joint(JointOf::PlugGround, contact::STUD_OHM);
            }
        }
        if self.is_trailer {
            self.push(common::ground_pin_of_the_plug(), LinkKind::PlugGround);
        }
    }

    fn connector(&mut self, name: &str, key: Option<PlugKey>, is_return: bool, plugs: &mut Plugs) {
        let key = key.unwrap_or(PlugKey::Own(self.index, self.links.len()));
        let at = plugs.cavity(key, name);
        self.push(name, LinkKind::Connector { ohm: contact::LAMP_PLUG_OHM, is_return, at });
    }

    fn lay_wire(&mut self, gathered: &mut Vec<Stretch>, role: WireRole) {
        if gathered.is_empty() {
            return;
        }
        let stretches = std::mem::take(gathered);
        let name = stretches.last().map(|s| s.name.clone()).unwrap_or_default();
        self.push(&name, LinkKind::Wire(WireRun { role, stretches }));
    }
}
