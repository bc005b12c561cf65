//! Photometric files: editions, frames of angles, tilt, and bad ones by line.

use jovek_core::light::grid::Frame;
use jovek_core::light::ies::{Edition, read};
use jovek_core::light::vector::Ray;
use proptest::prelude::*;

fn file(head: &str, tilt: &str, figures: &str) -> String {
    format!("{head}[TEST] made up\n[MANUFAC] nobody\n{tilt}\n{figures}")
}

const PLAIN: &str = "1 1000 1 3 1 1 2 0.1 0.2 0\n1 1 20\n0 45 90\n0\n100 80 0\n";

/// First lines of the editions. Source: ANSI/IES LM-63-19 and forerunners, recalled from memory.
#[test]
fn every_edition_is_known() {
    for (head, edition) in [
        ("IESNA91\n", Edition::Y1991),
        ("IESNA:LM-63-1995\n", Edition::Y1995),
        ("IESNA:LM-63-2002\n", Edition::Y2002),
        ("IES:LM-63-2019\n", Edition::Y2019),
    ] {
        let got = read(&file(head, "TILT=NONE", PLAIN)).unwrap();
        assert_eq!(got.edition, edition);
        assert_eq!(got.label("TEST"), Some("made up"));
        assert!(got.warnings.is_empty(), "{:?}", got.warnings);
    }
    let old = read(&format!("A lamp of 1986\nanother line\nTILT=NONE\n{PLAIN}")).unwrap();
    assert_eq!((old.edition, old.labels.len()), (Edition::Y1986, 2));
    assert_eq!(old.labels[0].1, "A lamp of 1986");
    let more = "IESNA91\n[TEST] one\n[MORE] two\n[MANUFAC] x\nTILT=NONE\n".to_owned() + PLAIN;
    assert_eq!(read(&more).unwrap().label("TEST"), Some("one two"));
}

/// Lamps times lumens, multiplier times gear: the last factor counts up to 1995 only. Lengths in feet become metres.
#[test]
fn factors_and_lengths() {
    let figures = "2 1000 2 3 1 1 1 1 2 0\n0.9 0.5 20\n0 45 90\n0\n100 80 0\n";
    let peak = |head: &str| read(&file(head, "TILT=NONE", figures)).unwrap();
    let old = peak("IESNA:LM-63-1995\n");
    assert!((old.grid.peak().0 - 100.0 * 2.0 * 0.9 * 0.5).abs() < 1e-9);
    let new = peak("IESNA:LM-63-2002\n");
    assert!((new.grid.peak().0 - 100.0 * 2.0 * 0.9).abs() < 1e-9);
    assert_eq!(new.stated_lm(), Some(2000.0));
    assert!((new.opening_m[0] - 0.3048).abs() < 1e-12 && (new.opening_m[1] - 0.6096).abs() < 1e-12);
    let absolute = PLAIN.replacen("1 1000", "1 -1", 1);
    assert_eq!(read(&file("IESNA91\n", "TILT=NONE", &absolute)).unwrap().stated_lm(), None);
    // More light than its lamps have is told.
    let bright = PLAIN.replacen("100 80 0", "9000 8000 0", 1);
    let got = read(&file("IESNA91\n", "TILT=NONE", &bright)).unwrap();
    assert!(got.warnings[0].contains("more than the 1000 lm"), "{:?}", got.warnings);
}

#[test]
fn tilt_is_read_or_told() {
    let got = read(&file("IESNA91\n", "TILT=INCLUDE\n1\n3\n0 45 90\n1 0.9 0.8", PLAIN)).unwrap();
    assert_eq!(got.tilt, [(0.0, 1.0), (45.0, 0.9), (90.0, 0.8)]);
    let got = read(&file("IESNA91\n", "TILT=OTHER.TLT", PLAIN)).unwrap();
    assert!(got.warnings[0].contains("OTHER.TLT"), "{:?}", got.warnings);
}

/// Right is positive, up is positive; a file from 0 on counts for both sides; outside of its angles it is dark.
#[test]
fn frames_of_angles() {
    let ray = |up_deg: f64, right_deg: f64| {
        let (v, h) = (up_deg.to_radians(), right_deg.to_radians());
        Ray { forward: h.cos() * v.cos(), left: -h.sin(), up: h.cos() * v.sin() }
    };
    let b = read(&file(
        "IESNA91\n",
        "TILT=NONE",
        "1 -1 1 3 3 2 2 0 0 0\n1 1 20\n-10 0 10\n-20 0 20\n0 50 0\n10 100 30\n0 70 0\n",
    ))
    .unwrap();
    assert_eq!(b.grid.frame(), Frame::B);
    let at = |up, right| b.grid.candela(ray(up, right));
    assert!((at(0.0, 0.0) - 100.0).abs() < 1e-6);
    assert!((at(0.0, 20.0) - 70.0).abs() < 1e-6 && (at(0.0, -20.0) - 50.0).abs() < 1e-6);
    assert!((at(10.0, 0.0) - 30.0).abs() < 1e-6 && (at(-10.0, 0.0) - 10.0).abs() < 1e-6);
    assert!((at(5.0, 0.0) - 65.0).abs() < 1e-6, "halfway between two lines");
    assert_eq!(at(11.0, 0.0), 0.0);
    assert!(b.warnings.iter().any(|w| w.contains("-10 to 10")), "{:?}", b.warnings);
    // On a globe the height is the same all around; in the turned frame it is not.
    let a = read(&file(
        "IESNA91\n",
        "TILT=NONE",
        "1 -1 1 3 2 3 2 0 0 0\n1 1 20\n-90 0 90\n0 90\n0 100 0\n0 40 0\n",
    ))
    .unwrap();
    let (sin, cos) = 40.0_f64.to_radians().sin_cos();
    let left = Ray { forward: cos, left: sin, up: 0.0 };
    let right = Ray { forward: cos, left: -sin, up: 0.0 };
    assert_eq!(a.grid.candela(left), a.grid.candela(right), "one side stands for both");
    // A quarter of a luminaire counts four times.
    let quarter = "1 -1 1 3 2 1 2 0 0 0\n1 1 20\n0 45 90\n0 90\n100 80 0\n60 50 0\n";
    let c = read(&file("IESNA91\n", "TILT=NONE", quarter)).unwrap();
    let around = |deg: f64| {
        let (s, k) = deg.to_radians().sin_cos();
        let half = 0.5_f64.sqrt();
        c.grid.candela(Ray { forward: half, left: -half * k, up: half * s })
    };
    for deg in [30.0, 75.0] {
        for same in [180.0 - deg, 180.0 + deg, 360.0 - deg] {
            assert!((around(deg) - around(same)).abs() < 1e-6, "{deg} and {same}");
        }
    }
    assert!((around(0.0) - 80.0).abs() < 1e-6 && (around(90.0) - 50.0).abs() < 1e-6);
}

/// What is wrong is told with its line and what should stand there.
#[test]
fn bad_files_by_line() {
    let bad = [
        ("", 1, "TILT="),
        ("IESNA91\n[TEST] x\n", 2, "no line TILT="),
        ("IESNA91\nTILT=\n", 2, "NONE, INCLUDE"),
        ("IESNA91\nTILT=NONE\n1 1000 1 3 1 1 2 0 0 0\n", 3, "the file ends where"),
        ("IESNA91\nTILT=NONE\n1 many 1 3 1 1 2 0 0 0\n", 3, "\"many\" where the lumens"),
        ("IESNA91\nTILT=NONE\n1 1000 1 2.5 1 1 2 0 0 0\n", 3, "whole number"),
        ("IESNA91\nTILT=NONE\n1 1000 1 3 1 7 2 0 0 0\n", 3, "photometric type 7"),
        ("IESNA91\nTILT=NONE\n1 1000 1 3 1 1 3 0 0 0\n", 3, "1 (ft) or 2 (m)"),
        ("IESNA91\nTILT=NONE\n1 1000 1 3 1 1 2 0 0 0\n1 1 20\n0 90 45\n0\n1 2 3\n", 5, "must rise"),
        ("IESNA91\nTILT=NONE\n1 1000 1 3 1 1 2 0 0 0\n1 1 20\n0 45 900\n", 5, "none such"),
        ("IESNA91\nTILT=NONE\n1 1000 1 3 1 1 2 0 0 0\n1 1 20\n0 45 90\n0\n1 -2 3\n", 7, "below 0"),
        ("IESNA91\nTILT=NONE\n1 1000 0 3 1 1 2 0 0 0\n1 1 20\n0 45 90\n0\n1 2 3\n", 6, "above 0"),
        ("IESNA91\nTILT=NONE\n1 1000 1 700 700 1 2 0 0 0\n", 3, "more than 200000"),
    ];
    for (text, line, says) in bad {
        let fault = read(text).unwrap_err();
        assert!(fault.what.contains(says), "{says}: {fault}");
        assert_eq!(fault.line, line, "{fault}");
    }
    let long = file("IESNA91\n", "TILT=NONE", &format!("{PLAIN}77 88\n"));
    assert!(read(&long).unwrap().warnings[0].contains("\"77\""));
}

proptest! {
    #[test]
    fn random_bytes_never_panic(bytes in proptest::collection::vec(any::<u8>(), 0..600)) {
        let _ = read(&String::from_utf8_lossy(&bytes));
    }

    /// Whatever stands where figures should, and files cut anywhere, are told or read: nothing breaks, and what is
    /// read can be asked in every direction.
    #[test]
    fn damaged_files_never_panic(
        cut in 0usize..400, at in 0usize..400, put in "[ -~]{0,6}", up in -3.2..3.2, right in -3.2..3.2,
    ) {
        let text = include_str!("../reference/light/quarter-c.ies");
        let mut text: String = text.chars().take(text.len().saturating_sub(cut)).collect();
        let at = at.min(text.len());
        text.insert_str(at, &put);
        if let Ok(file) = read(&text) {
            let (v, h): (f64, f64) = (up, right);
            let ray = Ray { forward: h.cos() * v.cos(), left: -h.sin(), up: h.cos() * v.sin() };
            let cd = file.grid.candela(ray);
            prop_assert!(cd.is_finite() && cd >= 0.0);
            prop_assert!(file.grid.flux_lm().is_finite());
        }
    }
}
