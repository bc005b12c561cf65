//! The proof on the page: counter-examples, failures and kept states lead to Try.

use anyhow::{Result, ensure};
use jovek_e2e::Size;

#[tokio::test]
async fn a_counter_example_is_shown_in_try() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    // A wish whose wire nobody has found: the lamps obey their switch alone.
    page.go("/jobs/1/switch").await?;
    page.pick("Circuit", "Beacons").await?;
    page.pick("Lit", "fog lamps").await?;
    page.says("Beacons: will not follow its wish").await?;
    page.saved().await?;
    page.press("8 Prove").await?;
    page.press("Proof").await?;
    page.says("Not proven").await?;
    page.says("Stays dark.").await?;
    page.press("Show in Try").await?;
    page.says("Turn a key").await?;
    page.says("should be lit").await?;
    ensure!(page.path().await?.ends_with("/try"), "{}", page.path().await?);
    let fog = "return document.querySelector('[data-input=\"fog\"]').ariaChecked";
    ensure!(page.script(fog, vec![]).await?.as_str() == Some("true"), "the state came along");
    // With the wire found, it follows.
    page.press("1 Look").await?;
    page.press("Add a factory circuit").await?;
    page.fill_nth("Name", 3, "Rear fog lamp").await?;
    page.script(
        "const fields = [...document.querySelectorAll('select')].filter((s) => s.dataset.path === 'factory[3].follows');
         const set = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set;
         set.call(fields[0], 'fog');
         fields[0].dispatchEvent(new Event('change', { bubbles: true }))",
        vec![],
    )
    .await?;
    page.saved().await?;
    page.press("8 Prove").await?;
    page.press("Proof").await?;
    page.says("Proven").await?;
    page.says_no_more("Not proven").await?;
    page.close().await
}

#[tokio::test]
async fn single_failures_lead_to_try() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/prove").await?;
    page.press("Proof").await?;
    page.says("None puts out both headlamps").await?;
    page.says("No current with everything off.").await?;
    page.says("Left on: Rear work lamps").await?;
    page.script(
        "document.querySelector('section[aria-label=\"Single failures\"] details').open = true",
        vec![],
    )
    .await?;
    page.press("Rear work lamps: relay 1").await?;
    page.says("Turn a key").await?;
    page.says("relay 1: stuck open. Mend").await?;
    page.press("rear work switch").await?;
    page.says("Rear work lamps should be lit.").await?;
    page.press("relay 1: stuck open. Mend").await?;
    page.says("Rear work lamps on.").await?;
    page.close().await
}

/// One feed for both low beams is told with its remedy, whatever high beam does; work lamps put nothing out.
#[tokio::test]
async fn lamps_that_must_not_all_go_out_are_watched() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/prove").await?;
    page.press("Proof").await?;
    page.says("None puts out both headlamps").await?;
    page.go("/jobs/6/prove").await?;
    page.press("Proof").await?;
    page.says("These put out lamps that must not all go out").await?;
    page.says("A relay for each beam or side").await?;
    page.close().await
}

#[tokio::test]
async fn the_proof_and_try_fit_a_phone() -> Result<()> {
    let (_server, page) = crate::demo(Size::Phone).await?;
    page.go("/jobs/1/prove").await?;
    page.press("Proof").await?;
    page.says("Proven").await?;
    ensure!(page.overflow_px().await? <= 0.0, "the proof");
    page.go("/jobs/3/try").await?;
    page.press("left turn signal of the towing vehicle").await?;
    page.says("Left turn lamp on.").await?;
    ensure!(page.overflow_px().await? <= 0.0, "try");
    page.press("Circuit diagram").await?;
    page.says("From above").await?;
    ensure!(page.overflow_px().await? <= 0.0, "the drawing");
    page.go("/jobs/1/feed").await?;
    page.press("Shift").await?;
    page.says("Charge over the shift").await?;
    ensure!(page.overflow_px().await? <= 0.0, "the shift");
    page.close().await
}

/// The knob of a dimmer: light goes with the part of the time, and the words say so.
#[tokio::test]
async fn a_dimmer_is_turned_down() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/2/try").await?;
    page.press("desk knob").await?;
    page.says("Desk strip on.").await?;
    page.script("document.querySelector('[aria-label=\"Dimmer of desk knob\"]').focus()", vec![])
        .await?;
    page.keys(thirtyfour::TypingData::from("") + thirtyfour::Key::Home).await?;
    page.says("Desk strip dimmed to 5").await?;
    page.says("for 5").await?;
    let level = "return Number(document.querySelector('[data-lamp^=\"desk\"]').dataset.level)";
    page.until("little light", || async {
        Ok(page.script(level, vec![]).await?.as_f64().is_some_and(|l| l > 0.0 && l < 0.1))
    })
    .await?;
    page.press("Circuit diagram").await?;
    page.says("dimmer 5 A").await?;
    page.close().await
}

/// Battery voltage and supply: lamps fade, and the figures say so.
#[tokio::test]
async fn the_battery_slider_dims_the_lamps() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/try").await?;
    page.press("rear work switch").await?;
    page.says("Rear work lamps on.").await?;
    let level = || async {
        let held = page
            .script("return document.querySelector('[data-lamp^=\"rear\"]').dataset.level", vec![])
            .await?;
        anyhow::Ok(held.as_str().unwrap_or("0").parse::<f64>()?)
    };
    let full = level().await?;
    page.script(
        "document.querySelector('[aria-label=\"Battery voltage at rest\"]').focus()",
        vec![],
    )
    .await?;
    page.keys(thirtyfour::TypingData::from("") + thirtyfour::Key::Home).await?;
    page.until("dimmer lamps at 9 V", || async { Ok(level().await? < full - 0.2) }).await?;
    page.press("Charging").await?;
    page.until("full light again", || async { Ok(level().await? > full - 0.05) }).await?;
    page.says(" in").await?;
    page.close().await
}

/// Long work tells its seconds, is stopped by a button, and is worked out when it is wanted again.
#[tokio::test]
async fn long_work_is_stopped() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/look").await?;
    page.says("Look").await?;
    // A program that takes its time: its answer comes when the test lets it.
    let slow = "const now = window.fetch;
        window.ended = false;
        window.fetch = (request, ...rest) => {
            if (!request.url?.endsWith('/api/proof') || window.isQuick) return now(request, ...rest);
            return new Promise((_, end) => request.signal.addEventListener('abort', () => {
                window.ended = true;
                end(new DOMException('', 'AbortError'));
            }));
        }";
    page.script(slow, vec![]).await?;
    page.press("8 Prove").await?;
    page.press("Proof").await?;
    page.says("Solving every combination").await?;
    page.says("1 s").await?;
    page.press("Stop").await?;
    page.says("Stopped.").await?;
    let ended = page.script("return window.ended", vec![]).await?;
    ensure!(ended.as_bool() == Some(true), "the program works on for nobody");
    page.script("window.isQuick = true", vec![]).await?;
    page.press("Work it out").await?;
    page.says("Proven").await?;
    page.close().await
}
