//! Limits of what lamps do with their light.

use super::Checker;
use crate::{At, Beam, FoundMark, Lighting, Optic, Photometric};
use jovek_phrases::limits as say;
use std::collections::HashSet;

/// Largest photometric file within a job, bytes.
const MOST_FILE_BYTES: usize = 200_000;

impl Checker {
    pub(super) fn at(&mut self, path: &str, at: At) {
        self.range(format!("{path}.along_m"), at.along_m, -200.0, 200.0, "m");
        self.range(format!("{path}.left_m"), at.left_m, -100.0, 100.0, "m");
        self.range(format!("{path}.up_m"), at.up_m, 0.0, 8.0, "m");
    }

    pub(super) fn beam(&mut self, at: &str, beam: &Beam) {
        self.maybe(format!("{at}.flux_lm"), beam.flux_lm, 0.1, 200_000.0, "lm");
        self.maybe(format!("{at}.wide_deg"), beam.wide_deg, 1.0, 175.0, "degrees");
        self.maybe(format!("{at}.high_deg"), beam.high_deg, 1.0, 175.0, "degrees");
        self.maybe(format!("{at}.peak_cd"), beam.peak_cd, 0.1, 2_000_000.0, "cd");
    }

    pub(super) fn file(&mut self, at: &str, file: &Photometric) {
        self.text(format!("{at}.name"), &file.name, 120);
        if file.text.len() > MOST_FILE_BYTES {
            self.say(format!("{at}.text"), say::larger_than_kb(&(MOST_FILE_BYTES / 1000)));
        }
    }

    pub(super) fn optic(&mut self, at: &str, optic: &Optic, count: u32) {
        if let Some(beam) = &optic.beam {
            self.beam(&format!("{at}.beam"), beam);
        }
        if let Some(file) = &optic.file {
            self.file(&format!("{at}.file"), file);
        }
        self.maybe(format!("{at}.kelvin"), optic.kelvin, 1700.0, 20_000.0, "K");
        if optic.mounts.len() > count as usize || optic.found.len() > count as usize {
            self.say(format!("{at}.mounts"), say::more_places_than_the_lamps(&count));
        }
        for (i, m) in optic.mounts.iter().enumerate() {
            self.at(&format!("{at}.mounts[{i}].at"), m.at);
            let faces = format!("{at}.mounts[{i}].faces_deg");
            self.range(faces, m.faces_deg, -360.0, 360.0, "degrees");
            let down = format!("{at}.mounts[{i}].down_deg");
            self.range(down, m.down_deg, -90.0, 90.0, "degrees");
        }
        for (i, found) in optic.found.iter().enumerate() {
            match found {
                Some(FoundMark::Wall { up_mm, wall_m }) => {
                    self.range(format!("{at}.found[{i}].up_mm"), *up_mm, -1000.0, 10_000.0, "mm");
                    self.range(format!("{at}.found[{i}].wall_m"), *wall_m, 1.0, 50.0, "m");
                }
                Some(FoundMark::Ground { far_m }) => {
                    self.range(format!("{at}.found[{i}].far_m"), *far_m, 0.0, 60.0, "m");
                }
                None => {}
            }
        }
        if let Some(a) = &optic.adjuster {
            self.range(format!("{at}.adjuster.pitch_mm"), a.pitch_mm, 0.1, 10.0, "mm");
            self.range(format!("{at}.adjuster.arm_mm"), a.arm_mm, 5.0, 500.0, "mm");
            self.text(format!("{at}.adjuster.reach"), &a.reach, 120);
        }
        if let Some(other) = &optic.instead {
            self.text(format!("{at}.instead.name"), &other.name, 80);
            self.beam(&format!("{at}.instead.beam"), &other.beam);
            if let Some(file) = &other.file {
                self.file(&format!("{at}.instead.file"), file);
            }
        }
    }

    pub(super) fn lighting(&mut self, lighting: &Lighting) {
        self.maybe("lighting.wall_m".into(), lighting.wall_m, 1.0, 50.0, "m");
        if lighting.spots.len() > 40 {
            self.say("lighting.spots".into(), say::more_than_40_marked_spots().into());
        }
        let mut names = HashSet::new();
        for (i, spot) in lighting.spots.iter().enumerate() {
            let at = format!("lighting.spots[{i}]");
            self.text(format!("{at}.name"), &spot.name, 120);
            if !names.insert(spot.name.as_str()) {
                self.say(format!("{at}.name"), say::is_there_twice(&spot.name));
            }
            self.at(&format!("{at}.at"), spot.at);
        }
        for (i, permit) in lighting.permits.iter().enumerate() {
            self.text(format!("lighting.permits[{i}].by"), &permit.by, 120);
        }
    }
}
