//! Faults and their remedies as they are spoken.

use super::suspects::FaultOf;

/// What is wrong.
pub fn fault(fault: FaultOf) -> &'static str {
    match fault {
        FaultOf::Nothing => "nothing wrong",
        FaultOf::Open => "open",
        FaultOf::Poor => "poor contact",
        FaultOf::ComesAndGoes => "comes and goes",
        FaultOf::Blown => "blown",
        FaultOf::WrongFuse => "wrong rating",
        FaultOf::ShortToFrame => "chafed through to the frame",
        FaultOf::SwappedWires => "swapped at the far end",
        FaultOf::ReversedPolarity => "wired the wrong way round",
        FaultOf::ReversedDiode => "the wrong way round",
        FaultOf::ShortedDiode => "through",
        FaultOf::StuckOpen => "does not pull in",
        FaultOf::StuckClosed => "does not let go",
        FaultOf::WrongThrow => "wired to 87a for 87",
        FaultOf::SharedGround => "shared, and poor",
        FaultOf::WeakBattery => "weak",
        FaultOf::WrongLamp => "not the planned power",
        FaultOf::Tripped => "switched off by its module",
    }
}

/// How it is mended. Common practice, no source.
pub fn remedy(fault: FaultOf) -> &'static str {
    match fault {
        FaultOf::Nothing => "Ask when it happens, then look again in that state.",
        FaultOf::Open => "Plug, crimp or replace it; then take the reading again.",
        FaultOf::Poor => {
            "Battery off. Clean to bright metal, new terminal where it is green, tighten, protect."
        }
        FaultOf::ComesAndGoes => {
            "Remake the joint even if it reads good now; pull-test each crimp; seal it against water."
        }
        FaultOf::Blown => {
            "Find out why first: read the load side to ground with the fuse out. Then fit the planned rating."
        }
        FaultOf::WrongFuse => "Fit the planned rating: a larger one does not protect the wire.",
        FaultOf::ShortToFrame => {
            "Battery off. Find the chafed place, replace the wire, loom and clip it away from the edge."
        }
        FaultOf::SwappedWires => "Exchange the two at their far ends and mark both.",
        FaultOf::ReversedPolarity => "Turn the plug, or swap its two pins; record the pin order.",
        FaultOf::ReversedDiode => "Turn it: the ring toward the lamp or coil that is fed.",
        FaultOf::ShortedDiode => {
            "Replace it, and find what killed it: often a coil without suppression."
        }
        FaultOf::StuckOpen => "Swap in a known-good one; then check its socket and the coil feed.",
        FaultOf::StuckClosed => {
            "Replace it. Welded contacts mean that it carried too much current."
        }
        FaultOf::WrongThrow => "Move the wire from 87a to 87.",
        FaultOf::SharedGround => "Give each circuit a stud of its own on bright metal.",
        FaultOf::WeakBattery => {
            "Charge it, let it rest, read it again; replace it if it does not hold."
        }
        FaultOf::WrongLamp => "Compare with the parts list; then change it, or the plan.",
        FaultOf::Tripped => {
            "Take the added load off, let the module go to sleep, clear its code, and feed the lamps another way."
        }
    }
}
