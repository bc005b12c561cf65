//! The rig and the solver keep networks and shapes to save work. Whatever was operated before, the
//! answer must be that of a fresh build and a fresh solver.

use jovek_core::circuit::{Solver, solve};
use jovek_core::plan::SupplyState;
use jovek_core::plan::inputs::Assignment;
use jovek_core::plan::network::build::{Situation, build};
use jovek_core::plan::network::cache::NetworkCache;
use jovek_core::plan::study::study;
use proptest::prelude::*;

fn situation() -> impl Strategy<Value = (usize, f64, bool, f64, f64, f64)> {
    (0usize..4, 11.0..13.2f64, any::<bool>(), 0.3..3.0f64, 0.8..1.2f64, 0.5..2.0f64)
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 60, failure_persistence: None, ..ProptestConfig::default() })]

    #[test]
    fn operating_again_gives_what_a_fresh_build_gives(
        which in 0usize..4,
        asked in prop::collection::vec((situation(), 0usize..4), 1..8),
    ) {
        let (_, job) = crate::common::demo_jobs().swap_remove(which);
        let study = study(&job);
        let parts = study.parts();
        let mut rig = NetworkCache::default();
        for ((state, rest_v, on, joint_factor, lamp_factor, assumed_factor), some) in asked {
            let supply = SupplyState::ALL[state];
            let open_circuit_v = rest_v * job.vehicle.system.batteries();
            let inputs = if on { study.most_lit() } else { Assignment::NONE };
            let at = Situation {
                supply,
                open_circuit_v,
                inputs,
                joint_factor,
                lamp_factor,
                assumed_factor,
                cut_off_holds: lamp_factor < 1.0,
            };
            // The whole vehicle, or one circuit of it.
            let one = [parts[some % parts.len()]];
            let parts = if some == 0 { parts.as_slice() } else { &one };
            let fresh = build(study.installed(parts), &at);
            let wanted = solve(&fresh.net).unwrap();
            let (built, got) = rig.operate(study.installed(parts), &at).unwrap();
            prop_assert_eq!(fresh.net.elements().len(), built.net.elements().len());
            let (a, b) = (wanted.node_v(fresh.battery_plus), got.node_v(built.battery_plus));
            prop_assert!((a - b).abs() < 1e-9, "{a} V fresh, {b} V on the rig");
            for (x, y) in fresh.circuits.iter().zip(&built.circuits) {
                prop_assert_eq!(&x.nodes, &y.nodes);
                for (l, m) in x.lamps.iter().flatten().zip(y.lamps.iter().flatten()) {
                    let (a, b) = (wanted.current_a(*l), got.current_a(*m));
                    prop_assert!((a - b).abs() < 1e-9, "{a} A fresh, {b} A on the rig");
                }
            }
        }
    }
}

/// Networks of different shape, one after another through one solver.
#[test]
fn one_solver_serves_every_demo_job() {
    let mut solver = Solver::default();
    for round in 0..3 {
        for (name, job) in crate::common::demo_jobs() {
            let study = study(&job);
            for state in SupplyState::ALL {
                let inputs = if round != 1 { study.most_lit() } else { Assignment::NONE };
                let (net, wanted) = study.network(&study.situation(state, inputs)).unwrap();
                let got = solver.solve(&net).unwrap();
                for node in net.node_names() {
                    let node = net.find_node(node).unwrap();
                    assert!(
                        (got.node_v(node) - wanted.node_v(node)).abs() < 1e-9,
                        "{name} {state:?}"
                    );
                }
                assert_eq!(got.conditions, wanted.conditions, "{name} {state:?}");
            }
        }
    }
}
