//! What a picture of light is read by: its grid, its shades, the same stretch of ground beside another picture.

use crate::common::demo_jobs;
use jovek_core::base::units::{Lengths, Units};
use jovek_core::job::SupplyState;
use jovek_core::light::picture::shade;
use jovek_core::light::rulers::grid;
use jovek_core::light::scale::light_scale;
use jovek_core::light::{LightAsked, LightPicture, Stands, light};

/// Whole metres or feet, few enough to see what lies below; never a line outside of the picture.
#[test]
fn the_grid_is_of_whole_steps_in_the_shops_unit() {
    let us = Units { lengths: Lengths::Us, ..Units::default() };
    for (units, unit, unit_m) in [(Units::default(), "m", 1.0), (us, "ft", 0.3048)] {
        for (from_m, to_m) in [(-19.5, 60.0), (-31.0, 31.0), (0.0, 3.28), (-4.57, 4.57)] {
            let lines = grid(units, from_m, to_m);
            assert!(
                (3..=10).contains(&lines.len()),
                "{} lines on {from_m} to {to_m} m",
                lines.len()
            );
            for line in &lines {
                assert!(line.at_m >= from_m - 1e-9 && line.at_m <= to_m + 1e-9);
                let (figure, of) = line.text.split_once(' ').unwrap();
                assert_eq!(of, unit);
                assert!((figure.parse::<f64>().unwrap() * unit_m - line.at_m).abs() < 1e-9);
            }
            let step_m = lines[1].at_m - lines[0].at_m;
            assert!(lines.windows(2).all(|w| (w[1].at_m - w[0].at_m - step_m).abs() < 1e-9));
            assert!(lines[0].at_m - from_m < step_m && to_m - lines[lines.len() - 1].at_m < step_m);
        }
    }
}

/// What a shade is said to be is what gave that shade, to half a step of 3 %.
#[test]
fn a_shade_says_the_light_that_it_stands_for() {
    let scale = light_scale();
    assert_eq!(scale.texts.len(), 256);
    for lux_lx in [0.13, 0.5, 1.0, 7.7, 42.0, 99.0, 280.0] {
        let text = &scale.texts[usize::from(shade(lux_lx))];
        let said: f64 = text.split(' ').nth(1).unwrap().parse().unwrap();
        // Half a step of the scale, and two digits.
        assert!((said / lux_lx - 1.0).abs() < 0.016 + 0.05, "{text} for {lux_lx}");
    }
    assert!(scale.texts[0].ends_with("or less") && scale.texts[255].ends_with("or more"));
    let parts: Vec<f64> = scale.marks.iter().map(|m| m.part).collect();
    assert!(parts.is_sorted() && parts[0].abs() < 1e-9 && (parts[4] - 1.0).abs() < 1e-9);
    // Even steps of ratio: a decade is the same way everywhere.
    assert!((parts[2] - parts[1] - (parts[1] - parts[0])).abs() < 1e-9);
}

/// Two pictures that are laid over each other show the same ground, though one lamp looks farther than the other.
#[test]
fn pictures_side_by_side_show_the_same_ground() {
    let mut job = demo_jobs().into_iter().find(|(n, _)| n.contains("51")).unwrap().1;
    job.circuits.truncate(1);
    let asked = |beside| LightAsked {
        job: job.clone(),
        supply: SupplyState::EngineOff,
        circuit: None,
        stands: Stands::Planned,
        beside,
        drawn: LightPicture::Ground,
    };
    let report = light(&asked(Some(Stands::Old))).unwrap();
    let (one, other) = (report.ground.unwrap(), report.beside.unwrap().ground.unwrap());
    assert_eq!(
        (one.left_m, one.bottom_m, one.wide, one.high),
        (other.left_m, other.bottom_m, other.wide, other.high)
    );
    assert!(!one.across.is_empty() && one.across == other.across && one.upright == other.upright);
}
