//! When a lamp is on, by clicks: the wish, the hardware, the proof, and the vehicle tried.

use anyhow::{Result, ensure};
use jovek_e2e::{Page, Size};

/// The sentence that says when the circuit is lit.
async fn sentence(page: &Page, says: &str) -> Result<()> {
    page.until(&format!("the sentence \"{says}\""), || async {
        Ok(page.text("[data-testid=wish-sentence]").await? == says)
    })
    .await
}

/// How brightly a lamp burns on the picture, 0 to 1.
async fn level(page: &Page, css: &str) -> Result<f64> {
    let script = "return document.querySelector(arguments[0])?.dataset.level ?? '-1'";
    let held = page.script(script, vec![css.into()]).await?;
    Ok(held.as_str().unwrap_or("-1").parse()?)
}

async fn burns(page: &Page, css: &str, bright: bool) -> Result<()> {
    page.until(&format!("{css} to be {}", if bright { "lit" } else { "dark" }), || async {
        let level = level(page, css).await?;
        Ok(if bright { level > 0.5 } else { (0.0..0.02).contains(&level) })
    })
    .await
}

#[tokio::test]
async fn a_wish_is_built_by_clicks() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/switch").await?;
    page.pick("Circuit", "Side alley lamps").await?;
    sentence(&page, "Lit by its own switch.").await?;
    page.pick("Lit", "rear work switch").await?;
    sentence(&page, "Lit by rear work switch.").await?;
    page.press("Lit: more conditions").await?;
    page.press("or ...").await?;
    sentence(&page, "Lit by rear work switch or with the reverse lamps.").await?;
    page.press("Lit, group: more conditions").await?;
    page.press("never while ...").await?;
    sentence(
        &page,
        "Lit (by rear work switch or with the reverse lamps), never above walking pace.",
    )
    .await?;
    // No wire of this vehicle tells that it moves: the page says which to look for.
    page.says("No wire is known that follows: faster than walking. Probe one").await?;
    page.pick("Lit, only while, not", "parking lamps").await?;
    sentence(
        &page,
        "Lit (by rear work switch or with the reverse lamps), never with the parking lamps.",
    )
    .await?;
    page.says_no_more("No wire is known").await?;
    page.press("Lit, this condition: more conditions").await?;
    page.press("Remove this condition").await?;
    sentence(&page, "Lit by rear work switch or with the reverse lamps.").await?;
    page.press("Lit, group: more conditions").await?;
    page.press("and for some seconds after").await?;
    page.fill("Lit, seconds after", "45").await?;
    page.until("45 s", || async {
        Ok(page.text("[data-testid=wish-sentence]").await?.ends_with("and for 45 s after."))
    })
    .await?;
    page.saved().await?;
    // The proof of what was built.
    page.press("8 Prove").await?;
    page.press("Proof").await?;
    page.says("Proven").await?;
    page.says("Side alley lamps. Lit (by rear work switch").await?;
    page.close().await
}

#[tokio::test]
async fn another_way_to_make_it_is_chosen() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/switch").await?;
    page.pick("Circuit", "Rear work lamps").await?;
    let way = "section[aria-label='Diodes in the feed']";
    page.until("the ways", || async {
        Ok(page.text(way).await?.contains("through the wire of a factory lamp"))
    })
    .await?;
    page.script(&format!("document.querySelector(\"{way} button\").click()"), vec![]).await?;
    page.until("the other way in use", || async { Ok(page.text(way).await?.contains("in use")) })
        .await?;
    // The lamps now lose the drop of a diode, and the drawing shows one before them.
    page.until("diodes on the volt line", || async {
        let label = page
            .script("return document.querySelector('svg[role=group]').textContent", vec![])
            .await?;
        Ok(label.as_str().unwrap_or_default().contains("diodes"))
    })
    .await?;
    page.press("Follow the advice again").await?;
    page.until("the advice in use", || async {
        Ok(page.text("section[aria-label='Relay, 1 diode']").await?.contains("advised, in use"))
    })
    .await?;
    page.saved().await?;
    page.close().await
}

/// A wish for a signal that nobody has found a wire for: told where the wish is made.
#[tokio::test]
async fn a_wish_without_a_wire_is_told_under_switch() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/5/switch").await?;
    page.pick("Lit", "low beam").await?;
    page.says("No wire is known that follows: low beam.").await?;
    page.says("Until then a switch of its own lights it.").await?;
    page.pick("Lit", "its own switch").await?;
    page.says_no_more("No wire is known").await?;
    page.close().await
}

/// The wire itself stands among the ways: cut into, or plugged between.
#[tokio::test]
async fn a_plug_in_lead_is_chosen_and_a_coil_gets_its_resistor() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/switch").await?;
    page.pick("Circuit", "Step lights").await?;
    let plug = "section[aria-label^='Plug-in intermediate lead']";
    page.until("the lead", || async { Ok(page.text(plug).await?.contains("Nothing is cut")) })
        .await?;
    page.script(&format!("document.querySelector(\"{plug} button\").click()"), vec![]).await?;
    page.until("the lead in use", || async { Ok(page.text(plug).await?.contains("in use")) })
        .await?;
    page.saved().await?;
    page.press("6 Cut").await?;
    page.says("plug-in intermediate lead").await?;
    page.press("4 Switch").await?;
    page.press("Follow the advice again").await?;
    page.until("the tie-in again", || async {
        let tie = "section[aria-label^='Direct tie-in']";
        Ok(page.text(tie).await?.contains("advised, in use"))
    })
    .await?;
    page.pick("Circuit", "Rear work lamps").await?;
    page.says("diode across it, stripe to 86").await?;
    page.pick("Across its relay coils", "resistor, either way round").await?;
    page.says("680 ohm across it").await?;
    page.press("6 Cut").await?;
    page.says("A, with resistor").await?;
    page.saved().await?;
    page.close().await
}

#[tokio::test]
async fn a_backfeed_is_found_and_cured_in_try() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/try").await?;
    page.press("rear work switch").await?;
    burns(&page, "[data-lamp^='rear.lamp']", true).await?;
    page.says("Rear work lamps on. Through rear work switch.").await?;
    burns(&page, "[data-factory=reverse]", false).await?;
    // A wire in place of the diode: the reverse lamps come on, and the way is told.
    page.press("Rear work lamps").await?;
    page.script("document.querySelectorAll('details')[0].open = true", vec![]).await?;
    page.press("diode 1").await?;
    page.press("left out, wire instead").await?;
    page.says("Fed backwards: Reverse lamps").await?;
    page.says("rear work switch → diode 1 → wire from Reverse lamps").await?;
    burns(&page, "[data-factory=reverse]", true).await?;
    let drawn = "return document.querySelectorAll('[data-backfeed=reverse]').length";
    ensure!(page.script(drawn, vec![]).await?.as_u64() > Some(0), "no backfeed on the picture");
    page.press("diode 1: left out, wire instead. Mend").await?;
    page.says_no_more("Fed backwards").await?;
    burns(&page, "[data-factory=reverse]", false).await?;
    page.says("Reverse lamps no longer fed backwards.").await?;
    // A lamp fails by a touch.
    page.press("LED work lamp 1: 100 %").await?;
    burns(&page, "[data-lamp^='rear.lamp']", false).await?;
    page.close().await
}

#[tokio::test]
async fn a_state_is_kept_and_shown_again_and_the_drawing_is_live() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/3/try").await?;
    page.press("left turn signal of the towing vehicle").await?;
    burns(&page, "[data-lamp^='left.lamp']", true).await?;
    let flash = "return document.querySelectorAll(\"[data-lamp^='left.lamp'] animate\").length";
    // It flashes at the real rate, but not for those who asked for less motion.
    ensure!(page.script(flash, vec![]).await?.as_u64() == Some(0), "it flashes all the same");
    page.full_motion().await?;
    page.until("the lamp to flash", || async {
        Ok(page.script(flash, vec![]).await?.as_u64() > Some(0))
    })
    .await?;
    page.says("left turn signal of the towing vehicle").await?;
    page.press("Circuit diagram").await?;
    page.until("the diode of the lead to carry current", || async {
        let live = page
            .script(
                "return document.querySelector('[data-sign=\"left.diode.2\"]')?.dataset.live",
                vec![],
            )
            .await?;
        Ok(live.as_str() == Some("true"))
    })
    .await?;
    page.fill("Keep this state as", "Lorry turns left").await?;
    page.press("Keep").await?;
    page.saved().await?;
    page.press("Everything off, everything mended").await?;
    page.says("everything off").await?;
    page.press("8 Prove").await?;
    page.press("Proof").await?;
    page.says("Lorry turns left.").await?;
    page.says("left turn signal of the towing vehicle: lit Left turn lamp.").await?;
    page.close().await
}

/// By keys alone, and still for those who asked for less motion.
#[tokio::test]
async fn try_works_by_keys() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/run").await?;
    page.says("Rear work lamps").await?;
    page.keys("t").await?;
    page.says("Turn a key and see what lights").await?;
    page.tab_to("press", "reverse lamps").await?;
    page.keys(" ").await?;
    burns(&page, "[data-lamp^='rear.lamp']", true).await?;
    page.keys(" ").await?;
    burns(&page, "[data-lamp^='rear.lamp']", false).await?;
    page.close().await
}

#[tokio::test]
async fn the_shift_is_drawn_and_the_plot_follows() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/feed").await?;
    page.press("Shift").await?;
    let plot = || async {
        let label = page
            .script("return document.querySelector('[data-testid=shift-plot]')?.ariaLabel", vec![])
            .await?;
        anyhow::Ok(label.as_str().unwrap_or_default().to_owned())
    };
    page.until("the plot", || async { Ok(plot().await?.starts_with("Voltage-sensing relay")) })
        .await?;
    let before = plot().await?;
    page.fill("Part 2, minutes", "400").await?;
    page.until("another curve", || async { Ok(plot().await? != before) }).await?;
    page.says("starts").await?;
    page.press("One battery").await?;
    page.until("the curve of one battery", || async {
        Ok(plot().await?.starts_with("One battery"))
    })
    .await?;
    page.says("below the cut-off").await?;
    page.saved().await?;
    // A figure that cannot be says so and is not saved.
    page.fill("Battery at", "-90").await?;
    page.says("Not saved").await?;
    page.close().await
}
