//! Faults and their remedies as they are spoken.

use super::suspects::FaultOf;
use jovek_phrases::common;
use jovek_phrases::diagnose as say;

/// What is wrong.
pub fn fault(fault: FaultOf) -> &'static str {
    match fault {
        FaultOf::Nothing => say::nothing_wrong(),
        FaultOf::Open => common::open(),
        FaultOf::Poor => say::poor_contact(),
        FaultOf::ComesAndGoes => say::comes_and_goes(),
        FaultOf::Blown => say::blown(),
        FaultOf::WrongFuse => say::wrong_rating(),
        FaultOf::ShortToFrame => say::chafed_through_to_the_frame(),
        FaultOf::SwappedWires => say::swapped_at_the_far_end(),
        FaultOf::ReversedPolarity => say::wired_the_wrong_way_round(),
        FaultOf::ReversedDiode => say::the_wrong_way_round(),
        FaultOf::ShortedDiode => say::through(),
        FaultOf::StuckOpen => say::does_not_pull(),
        FaultOf::StuckClosed => say::does_not_let_go(),
        FaultOf::WrongThrow => say::wired_to_87_a_for_87(),
        FaultOf::SharedGround => say::shared_and_poor(),
        FaultOf::WeakBattery => say::weak(),
        FaultOf::WrongLamp => say::not_the_planned_power(),
        FaultOf::Tripped => say::switched_off_by_its_module(),
    }
}

/// How it is mended. Common practice, no source.
pub fn remedy(fault: FaultOf) -> &'static str {
    match fault {
        FaultOf::Nothing => say::ask_when_it_happens_then_look(),
        FaultOf::Open => say::plug_crimp_or_replace(),
        FaultOf::Poor => say::battery_off_clean_to_bright_metal(),
        FaultOf::ComesAndGoes => say::remake_the_joint_even(),
        FaultOf::Blown => say::find_out_why_first_read(),
        FaultOf::WrongFuse => say::fit_the_planned_rating_a_larger(),
        FaultOf::ShortToFrame => say::battery_off_find_the_chafed_place(),
        FaultOf::SwappedWires => say::exchange_the_two_at_their_far(),
        FaultOf::ReversedPolarity => say::turn_the_plug_or_swap(),
        FaultOf::ReversedDiode => say::turn_it_the_ring_toward(),
        FaultOf::ShortedDiode => say::replace_it_and_find_what_killed(),
        FaultOf::StuckOpen => say::swap_in_a_known_good_one(),
        FaultOf::StuckClosed => say::replace_it_welded_contacts_mean(),
        FaultOf::WrongThrow => say::move_the_wire_from_87(),
        FaultOf::SharedGround => say::give_each_circuit_a_stud(),
        FaultOf::WeakBattery => say::charge_it_let_it_rest_read(),
        FaultOf::WrongLamp => say::compare_with_the_parts_list(),
        FaultOf::Tripped => say::take_the_added_load_off_let(),
    }
}
