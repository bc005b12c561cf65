//! Where the power comes from, and the shop's habits: an empty fuse position, a second battery, schools.

use anyhow::{Result, ensure};
use jovek_e2e::{Page, Size};

/// Waits until the part of the page under a selector says something.
async fn part_says(page: &Page, css: &str, words: &str) -> Result<()> {
    page.until(&format!("\"{words}\" in {css}"), || async {
        let script = "return document.querySelector(arguments[0])?.textContent ?? ''";
        let held = page.script(script, vec![css.into()]).await?;
        Ok(held.as_str().unwrap_or_default().contains(words))
    })
    .await
}

#[tokio::test]
async fn an_empty_fuse_position_is_surveyed() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    // Unit 58 has one that was read: its second side is live with the key.
    page.go("/jobs/7/look").await?;
    page.says("The second side is live with the key on and dead with it off.").await?;
    page.fill("Second side, key off", "12.4").await?;
    page.says("is live with the key out too").await?;
    page.fill("First side, key on", "12.4").await?;
    page.says("Both sides are live").await?;
    page.fill("First side, key on", "0").await?;
    page.fill("Second side, key on", "6").await?;
    page.says("A reading lies between dead and live").await?;
    page.fill("Second side, key on", "").await?;
    page.says("four readings").await?;
    page.saved().await?;
    // A wish that follows the ignition may be fed from it.
    page.fill("Second side, key on", "12.4").await?;
    page.fill("Second side, key off", "0").await?;
    page.says("Take the feed from the other side").await?;
    page.press("2 Light").await?;
    page.pick("Circuit", "Hitch lamp").await?;
    page.pick("Lit", "ignition").await?;
    page.press("3 Feed").await?;
    let position = "section[aria-label='Fuse position: empty position 9']";
    part_says(&page, position, "Comes on exactly").await?;
    // Behind a switch of its own it is the everyday feed; Feed, Switch and Cut say the same of it.
    page.press("2 Light").await?;
    page.pick("Lit", "its own switch").await?;
    page.press("3 Feed").await?;
    part_says(&page, position, "Good, advised").await?;
    page.script(&format!("document.querySelector(\"{position} button\").click()"), vec![]).await?;
    part_says(&page, position, "advised, in use").await?;
    page.press("4 Switch").await?;
    part_says(&page, "section[aria-label='Switch behind the fuse position']", "in use").await?;
    page.press("6 Cut").await?;
    page.says("fuse adapter for an empty position").await?;
    page.close().await
}

#[tokio::test]
async fn a_second_battery_is_added_and_compared() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/5/look").await?;
    page.press("Add a second battery").await?;
    page.fill_nth("Capacity", 1, "95").await?;
    page.pick("Isolated by", "DC-DC charger").await?;
    page.fill("Charger", "30").await?;
    page.saved().await?;
    page.press("3 Feed").await?;
    let option = "section[aria-label='Auxiliary battery']";
    part_says(&page, option, "cannot flatten the starting battery").await?;
    // Lamps that a switch alone turns on are what it is put in for.
    part_says(&page, option, "advised, in use").await?;
    page.press("Shift").await?;
    part_says(&page, "[aria-label='Charge over the shift']", "dc-dc charger (in use)").await?;
    for way in [
        "One battery",
        "Ignition relay",
        "Voltage-sensing relay",
        "Diode isolator",
        "Manual battery switch",
    ] {
        page.press(way).await?;
        part_says(&page, "[aria-label='Charge over the shift']", &way.to_lowercase()).await?;
    }
    page.says("two fuses: one at each battery").await?;
    // Taking another way changes the job.
    page.press("Diode isolator").await?;
    page.script(
        "[...document.querySelectorAll('[aria-label=\"Ways to feed the lights\"] tr')]
            .find((r) => r.textContent.includes('Diode isolator'))
            .querySelector('td:last-child button').click()",
        vec![],
    )
    .await?;
    part_says(&page, "[aria-label='Charge over the shift']", "diode isolator (in use)").await?;
    page.saved().await?;
    page.press("1 Look").await?;
    page.holds("Isolated by", "diode_isolator").await?;
    page.close().await
}

#[tokio::test]
async fn the_shift_is_drawn_part_by_part() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    crate::opened_again(&page, 2).await?;
    page.go("/jobs/2/feed").await?;
    page.press("Shift").await?;
    // A plain shift stands there until somebody draws one.
    page.holds("Part 2, minutes", "120").await?;
    page.press("Add a part").await?;
    page.holds("Part 4, minutes", "30").await?;
    page.pick("Part 4, engine", "engine off").await?;
    page.press_nth("Load-bay strip", 3).await?;
    page.press("Remove part 1").await?;
    page.holds("Part 1, minutes", "120").await?;
    page.fill("Then parked", "30").await?;
    page.fill("Key-off, vehicle", "80").await?;
    page.says("After 30 days parked it will not start").await?;
    page.fill("Then parked", "2").await?;
    page.says("After 2 days parked it starts").await?;
    page.saved().await?;
    page.reload().await?;
    page.press("Shift").await?;
    page.holds("Then parked", "2").await?;
    page.close().await
}

#[tokio::test]
async fn a_new_job_starts_with_the_shops_habits() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.press("The shop's habits").await?;
    page.pick("Drop in the copper", "0.5 V (1 V at 24 V)").await?;
    page.pick("Joints", "solder, heat-shrink").await?;
    page.pick("Ground of a new circuit", "back to battery negative").await?;
    page.pick("Second battery isolated by", "DC-DC charger").await?;
    page.pick("Fuse family", "mini blade").await?;
    page.fill("Spare at each end", "-1").await?;
    page.says("Not saved").await?;
    page.fill("Spare at each end", "0.2").await?;
    page.says("Saved").await?;
    let grave: Vec<_> = page
        .axe()
        .await?
        .into_iter()
        .filter(|v| v.impact == "serious" || v.impact == "critical")
        .collect();
    ensure!(grave.is_empty(), "{grave:#?}");
    page.press("Jovek, to the yard").await?;
    page.begin(&[]).await?;
    page.says("Measure next:").await?;
    page.press("1 Look").await?;
    page.holds("Drop in the copper", "half_volt").await?;
    page.holds("Joints", "solder").await?;
    page.press("Add a second battery").await?;
    page.holds("Isolated by", "dc_dc").await?;
    page.press("5 Run").await?;
    page.holds("Return", "battery_negative").await?;
    page.press("6 Cut").await?;
    page.says("soldered splice").await?;
    page.says("mini blade").await?;
    // A job that was there keeps its own.
    page.go("/jobs/1/look").await?;
    page.holds("Drop in the copper", "three_percent").await?;
    page.close().await
}

/// A door lamp that its switch grounds is read the other way round; a flasher stands in the feed with its terminals.
#[tokio::test]
async fn a_grounded_lamp_and_a_flasher_are_said() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/look").await?;
    page.pick("Its switch sits in", "the minus wire").await?;
    page.says("Joint to its switch").await?;
    page.fill("Probe, function on", "0.1").await?;
    page.fill("Probe, function off", "12.5").await?;
    page.says("a switch grounds it").await?;
    page.fill("Probe, function on", "12.4").await?;
    page.says("the switch does not ground this wire").await?;
    page.saved().await?;
    page.press("4 Switch").await?;
    page.pick("Flasher in the feed", "flasher").await?;
    page.holds("Flashes", "1.5").await?;
    page.fill("Flashes", "-1").await?;
    page.says("Not saved").await?;
    page.fill("Flashes", "2").await?;
    page.saved().await?;
    page.press("6 Cut").await?;
    page.says("49a").await?;
    page.says("counts no load, 2 flashes a second").await?;
    page.close().await
}

/// Ticks a box by its words.
async fn tick(page: &Page, words: &str) -> Result<()> {
    let script = "[...document.querySelectorAll('label')]
        .find((l) => l.textContent.includes(arguments[0])).querySelector('input').click()";
    page.script(script, vec![words.into()]).await?;
    Ok(())
}

/// Lamps with a third lead are joined and the wire is on the lists; breakers, jacketed cable and prices are the shop's.
#[tokio::test]
async fn third_leads_and_what_the_shop_puts_in() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    // What the wire costs in each size stands under it.
    page.go("/jobs/1/run").await?;
    part_says(&page, "figure", "price").await?;
    page.press("2 Light").await?;
    page.pick("Circuit", "Beacons").await?;
    page.says("has a sync lead").await?;
    tick(&page, "has a sync lead").await?;
    tick(&page, "has a pattern lead").await?;
    page.saved().await?;
    page.press("6 Cut").await?;
    page.says("lamp 2 sync").await?;
    page.says("sealed 4-way connector").await?;
    page.press("8 Prove").await?;
    page.press("More readings").await?;
    page.says("all lamps in step, one pattern?").await?;
    page.press("1 Look").await?;
    page.pick("Fuse family", "breaker, resets by itself").await?;
    page.says("its breaker closes again by itself").await?;
    page.pick("Fuse family", "breaker, manual reset").await?;
    page.says_no_more("its breaker closes again by itself").await?;
    page.pick("Wires outside", "jacketed cable").await?;
    page.saved().await?;
    page.press("6 Cut").await?;
    page.says("blade form, manual reset").await?;
    page.says("jacketed cable").await?;
    page.close().await
}

/// A light has a purpose, a colour and a place; Try shows them.
#[tokio::test]
async fn a_light_has_purpose_colour_and_place() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/5/light").await?;
    page.pick("Purpose", "warning lamp").await?;
    page.pick("Colour", "amber").await?;
    page.pick("Place", "roof").await?;
    page.saved().await?;
    page.press("t Try").await?;
    page.says("Turn a key").await?;
    page.press("switch: Bed lamps").await?;
    page.until("an amber glow on the roof", || async {
        let glow = page
            .script(
                "return document.querySelector('[data-lamp] circle')?.getAttribute('fill')",
                vec![],
            )
            .await?;
        Ok(glow.as_str() == Some("url(#glow-amber)"))
    })
    .await?;
    page.close().await
}
