//! Names for people, told apart where two things have the same one.

use crate::{Job, SwitchId};

/// The name at an index; with its number behind it where it is not the only one of the name, or none.
///
/// No two of the names given out are alike.
pub fn told_apart<'a>(names: impl Iterator<Item = &'a str>, index: usize) -> String {
    let names: Vec<&str> = names.collect();
    let Some(&wanted) = names.get(index) else { return String::new() };
    let is_alone = names.iter().filter(|n| **n == wanted).count() == 1;
    if is_alone && !wanted.is_empty() {
        return wanted.to_owned();
    }
    let mut number = names[..=index].iter().filter(|n| **n == wanted).count();
    loop {
        let label = format!("{wanted} ({number})");
        if !names.contains(&label.as_str()) {
            return label;
        }
        number += names.len();
    }
}

impl Job {
    /// Name of a circuit.
    pub fn circuit_label(&self, index: usize) -> String {
        told_apart(self.circuits.iter().map(|c| c.name.as_str()), index)
    }

    /// Name of a factory circuit.
    pub fn factory_label(&self, index: usize) -> String {
        told_apart(self.factory.iter().map(|f| f.name.as_str()), index)
    }

    /// Name of a switch; its id where the job has none such.
    pub fn switch_label(&self, id: &SwitchId) -> String {
        let names = self.switches.iter().map(|s| s.name.as_str());
        match self.switches.iter().position(|s| s.id == *id) {
            Some(at) => told_apart(names, at),
            None => id.0.clone(),
        }
    }

    /// Name of a housing.
    pub fn housing_label(&self, index: usize) -> String {
        told_apart(self.housings.iter().map(|h| h.name.as_str()), index)
    }

    /// Name of a light of a circuit.
    pub fn light_label(&self, circuit: usize, light: usize) -> String {
        let lights = self.circuits.get(circuit).map_or(&[][..], |c| &c.lights);
        told_apart(lights.iter().map(|l| l.name.as_str()), light)
    }
}

#[cfg(test)]
mod tests {
    use super::told_apart;
    use proptest::prelude::*;

    proptest! {
        /// However the names are chosen, none is given out twice.
        #[test]
        fn no_two_names_are_alike(names in prop::collection::vec("(a|b|a \\(1\\)|a \\(2\\)|)", 0..8)) {
            let given: std::collections::BTreeSet<String> =
                (0..names.len()).map(|k| told_apart(names.iter().map(String::as_str), k)).collect();
            prop_assert_eq!(given.len(), names.len());
        }
    }
}
