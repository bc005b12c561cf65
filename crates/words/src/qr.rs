//! A code that a phone reads: the modules of ISO/IEC 18004, drawn by the kept package.

use qrcode::{Color, EcLevel, QrCode};
use std::fmt::Write as _;

/// Empty modules around a code. Source: ISO/IEC 18004, four modules, recalled from memory.
const QUIET: usize = 4;

/// A text as a square of 1 by 1, black on white; empty where it is too long for a code.
pub fn square(text: &str) -> String {
    // A quarter of it may be torn or dirty: it lies in a glovebox.
    let Ok(code) = QrCode::with_error_correction_level(text, EcLevel::Q) else {
        return String::new();
    };
    let wide = code.width();
    let module = 1.0 / (wide + 2 * QUIET) as f64;
    let mut path = String::new();
    for (k, _) in code.to_colors().iter().enumerate().filter(|(_, c)| **c == Color::Dark) {
        let at = |n: usize| (n + QUIET) as f64 * module;
        // A hair wider, so that no white shows between two of them.
        let side = module * 1.02;
        let _ = write!(
            path,
            "M{:.5} {:.5}h{side:.5}v{side:.5}h-{side:.5}z",
            at(k % wide),
            at(k / wide)
        );
    }
    format!("<rect width=\"1\" height=\"1\" fill=\"#fff\"/><path d=\"{path}\" fill=\"#000\"/>")
}
