//! What leaves for people and for other programs: the circuit diagram, the formboard, the board that is
//! probed in practice, the job on paper, the packet for the glovebox, the open formats.
//!
//! ```
//! use jovek_job::Job;
//! use jovek_words::export::{Format, export};
//!
//! let job = Job::starter("14");
//! let cut_list = export(&job, Format::WiresCsv, None).expect("a cut list");
//! assert!(cut_list.starts_with("label,"));
//! let netlist = export(&job, Format::Spice, None).expect("a netlist");
//! assert!(netlist.contains(".op"));
//! ```

pub mod board;
pub mod diagram;
pub mod export;
pub mod formboard;
pub mod owner;
pub mod packet;
pub mod practice;
pub mod printed;
pub mod qr;
pub mod sheet;
