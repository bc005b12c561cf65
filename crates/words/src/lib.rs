//! What leaves for people and for other programs: the circuit diagram, the formboard, the board that is
//! probed in practice, the packet for the glovebox, the open formats.

pub mod board;
pub mod diagram;
pub mod export;
pub mod formboard;
pub mod packet;
pub mod practice;
pub mod sheet;
