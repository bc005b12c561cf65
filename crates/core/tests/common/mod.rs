//! Demo jobs for the tests.

use jovek_core::job::Job;

/// All demo jobs by name.
pub fn demo_jobs() -> Vec<(&'static str, Job)> {
    [
        ("14", include_str!("../../../../demo/unit-14.json")),
        ("22", include_str!("../../../../demo/unit-22.json")),
        ("40", include_str!("../../../../demo/unit-40.json")),
        ("31", include_str!("../../../../demo/unit-31.json")),
        ("T3", include_str!("../../../../demo/unit-T3.json")),
        ("T4", include_str!("../../../../demo/unit-T4.json")),
        ("51", include_str!("../../../../demo/unit-51.json")),
        ("55", include_str!("../../../../demo/unit-55.json")),
        ("58", include_str!("../../../../demo/unit-58.json")),
        ("59", include_str!("../../../../demo/unit-59.json")),
        ("V2", include_str!("../../../../demo/unit-V2.json")),
    ]
    .into_iter()
    .map(|(name, text)| (name, Job::read(text).unwrap()))
    .collect()
}
