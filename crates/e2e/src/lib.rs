//! Drives the real program and the real page.
//!
//! [`Server`] starts `jovek` and knows its address. [`Page`] is a headless Chromium on that address;
//! it finds things as people do, by the words on them. The tests are in `tests/browser`, the
//! pictures of the README in `src/bin/shots.rs`, the speed table in `src/bin/bench.rs`.

mod browser;
mod page;
mod picture;
mod server;

pub use browser::Size;
pub use page::{Page, Violation};
pub use picture::{Picture, pdf_pages};
pub use server::{Device, Server, demo_file, jovek, repository};
