//! Takes the pictures of the README from the demo data: `make shots`, or with a folder as argument.

use anyhow::Result;
use jovek_e2e::{Page, Server, Size, repository};
use std::path::PathBuf;

/// Name of the picture, place, size, theme.
const VIEWS: [(&str, &str, Size, &str); 19] = [
    ("yard", "/", Size::Desk, "day"),
    ("feed", "/jobs/2/feed", Size::Desk, "day"),
    ("switch", "/jobs/1/switch", Size::Desk, "day"),
    ("run", "/jobs/1/run", Size::Desk, "day"),
    ("begin", "/new", Size::Desk, "day"),
    ("skeleton", "/jobs/9/run", Size::Desk, "day"),
    ("cut", "/jobs/1/cut", Size::Desk, "day"),
    ("harness", "/jobs/9/cut", Size::Desk, "day"),
    ("prove", "/jobs/1/prove", Size::Desk, "day"),
    ("try", "/jobs/1/try", Size::Desk, "day"),
    ("proof", "/jobs/1/prove", Size::Desk, "day"),
    ("fault", "/jobs/9/prove", Size::Desk, "day"),
    ("sign", "/jobs/2/sign", Size::Desk, "day"),
    ("aim", "/jobs/5/aim", Size::Desk, "day"),
    ("vehicle", "/vehicles/2", Size::Desk, "day"),
    ("board", "/kits/1/board", Size::Desk, "day"),
    ("bays", "/bays", Size::Desk, "day"),
    ("prove-phone", "/jobs/1/prove", Size::Phone, "day"),
    ("fit-phone", "/jobs/1/fit", Size::Phone, "night"),
];

#[tokio::main]
async fn main() -> Result<()> {
    let folder = std::env::args()
        .nth(1)
        .map_or_else(|| repository().join("docs/screenshots"), PathBuf::from);
    std::fs::create_dir_all(&folder)?;
    let server = Server::demo()?;
    let page = Page::open(&server.url, Size::Desk).await?;
    for (name, path, size, theme) in VIEWS {
        page.resize(size).await?;
        page.go(path).await?;
        page.theme(theme).await?;
        let loaded = match path {
            "/" => "Halt Lane",
            "/bays" => "vehicles in",
            "/vehicles/2" => "Its life",
            "/kits/1/board" => "signed",
            "/new" => "What is to be done?",
            _ => "Saved",
        };
        page.says(loaded).await?;
        // Some views open behind a tab, or with keys turned.
        for press in presses(name) {
            page.press(press).await?;
        }
        // The figure that matters most is asked a moment after the rest.
        tokio::time::sleep(std::time::Duration::from_millis(600)).await;
        page.shot(&folder.join(format!("{name}.png"))).await?;
        println!("{name}.png");
    }
    page.close().await
}

/// What is pressed before a picture is taken.
fn presses(view: &str) -> &'static [&'static str] {
    match view {
        "try" => &["reverse lamps", "parking lamps", "switch: Beacons"],
        "proof" => &["Proof"],
        "fault" => &["Fault"],
        "sign" => &["Visits"],
        "skeleton" => &["Vehicle"],
        "harness" => &["Harness"],
        _ => &[],
    }
}
