//! What is still open where a step closes something: its readings, the Stops of what is switched on with it.

use super::steps::{Closes, Step};
use crate::answers::Answers;
use crate::prove::checks::Verdict;
use jovek_base::grade::Grade;
use jovek_phrases::work as say;

/// What is open at a step, line by line; empty where it may count as done without a word.
pub fn left_open(step: &Step, answers: &Answers) -> Vec<String> {
    match step.closes {
        Closes::Nothing => Vec::new(),
        Closes::Circuit => {
            let own = answers.checks.iter().filter(|c| c.circuit == step.circuit);
            let read = own.filter_map(|c| match c.judgement.verdict {
                Verdict::Waiting if c.is_short => Some(say::not_read(&c.name)),
                Verdict::Low | Verdict::High => Some(say::outside_its_window(&c.name)),
                _ => None,
            });
            let stops = answers
                .findings
                .iter()
                .filter(|f| f.grade == Grade::Stop)
                .filter(|f| f.circuit.is_none() || f.circuit == step.circuit)
                .map(|f| say::stop(&f.title));
            stops.chain(read).collect()
        }
    }
}
