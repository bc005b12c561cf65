//! Rebuilds the program when the web app or the demo jobs change: the embedding macro does not
//! notice new files by itself.

fn main() {
    // Without optimisation the app is read from disk as it runs: pages may be built while crates are compiled.
    if std::env::var("PROFILE").is_ok_and(|profile| profile == "release") {
        println!("cargo:rerun-if-changed=../../web/dist");
    }
    println!("cargo:rerun-if-changed=../../demo");
}
