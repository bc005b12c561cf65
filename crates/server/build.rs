//! Rebuilds the program when the web app or the demo jobs change: the embedding macro does not
//! notice new files by itself.

fn main() {
    println!("cargo:rerun-if-changed=../../web/dist");
    println!("cargo:rerun-if-changed=../../demo");
}
