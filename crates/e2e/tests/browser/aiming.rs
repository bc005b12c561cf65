//! Aim: the aim sheet, lamps side by side, marked spots with and without a lux meter, photometric files.

use anyhow::{Context, Result, ensure};
use jovek_e2e::{Device, Size, demo_file, jovek, repository};

const FOG: &str = "[data-aim='LED fog lamp 1']";

/// On a phone at the wall: the height that is found gives turns of the screw, and the stage says what is left to aim.
#[tokio::test]
async fn lamps_are_aimed_at_the_wall_on_a_phone() -> Result<()> {
    let (_server, page) = crate::demo(Size::Phone).await?;
    page.go("/jobs/5/aim").await?;
    page.press("Wall").await?;
    page.says("Every").await.ok();
    page.until("the sheet", || async {
        let text = page.text(FOG).await?;
        Ok(text.contains("518 mm high") && text.contains("0.6 turns down"))
    })
    .await?;
    ensure!(page.overflow_px().await? <= 0.0, "the aim sheet on a phone");
    crate::no_serious(&page, "aim sheet").await?;
    page.fill("LED fog lamp 1, height found on the wall", "521 mm").await?;
    page.script(&format!("document.querySelector(\"{FOG} button[type=submit]\").click()"), vec![])
        .await?;
    page.until("the lamp to be right", || async {
        Ok(page.text(FOG).await?.contains("In range: leave it."))
    })
    .await?;
    page.saved().await?;
    // What is no height is told, and changes nothing.
    page.fill("LED fog lamp 1, height found on the wall", "half a metre").await?;
    page.script(&format!("document.querySelector(\"{FOG} button[type=submit]\").click()"), vec![])
        .await?;
    page.says("is not a number").await?;
    // A height that no lamp has is told with its limits; the sheet stays, so that it can be mended there.
    page.fill("LED fog lamp 1, height found on the wall", "90000").await?;
    page.script(&format!("document.querySelector(\"{FOG} button[type=submit]\").click()"), vec![])
        .await?;
    page.says("90000 mm cannot be right; give -1000 to 10000 mm").await?;
    page.fill("LED fog lamp 1, height found on the wall", "521").await?;
    page.script(&format!("document.querySelector(\"{FOG} button[type=submit]\").click()"), vec![])
        .await?;
    page.says_no_more("cannot be right").await?;
    page.saved().await?;
    // One lamp at a time, each in the first screen with the keys of the page; the second fog lamp is right already.
    page.press("Next").await?;
    for lamp in ["LED driving lamp 1", "LED driving lamp 2"] {
        page.press("Next").await?;
        page.fill(&format!("{lamp}, height found on the wall"), "850").await?;
        let keep =
            format!("document.querySelector(\"[data-aim='{lamp}'] button[type=submit]\").click()");
        page.script(&keep, vec![]).await?;
    }
    page.until("nothing left to aim", || async { Ok(!page.words().await?.contains("to aim")) })
        .await?;
    page.close().await
}

/// Lamps that no rule aims are pointed at their work: the hitch lamp's mark is on the ground, that of a high work lamp
/// on the wall behind; what is found there says how far it is off.
#[tokio::test]
async fn work_lamps_are_pointed() -> Result<()> {
    const HITCH: &str = "[data-aim='LED hitch lamp']";
    let (_server, page) = crate::demo(Size::Phone).await?;
    page.go("/jobs/7/aim").await?;
    page.press("Wall").await?;
    page.until("the sheet", || async {
        let text = page.text(HITCH).await?;
        Ok(text.contains("2.12 m on the ground, from below the lamp"))
    })
    .await?;
    let keep = format!("document.querySelector(\"{HITCH} button[type=submit]\").click()");
    page.script(&keep, vec![]).await?;
    page.says("Type the distance found on the ground.").await?;
    page.fill("LED hitch lamp, distance found on the ground", "3,5").await?;
    page.script(&keep, vec![]).await?;
    page.until("how far it is off", || async {
        Ok(page.text(HITCH).await?.contains("1.4 m too far, 4.67°: tilt it down at its bracket."))
    })
    .await?;
    ensure!(page.overflow_px().await? <= 0.0, "the aim sheet on a phone");
    crate::no_serious(&page, "pointed lamps").await?;
    page.saved().await?;
    page.go("/jobs/1/aim").await?;
    page.press("Wall").await?;
    page.press("All lamps").await?;
    page.until("the wall behind", || async {
        let text = page.text("[data-aim='Rear work lamps: LED work lamp 1']").await?;
        Ok(text.contains("faces rearward") && text.contains("mm high"))
    })
    .await?;
    page.close().await
}

/// Two lamps side by side on one scale; a change of tilt moves the picture; a photometric file takes the place of the
/// description, a bad one is told by its line.
#[tokio::test]
async fn lamps_side_by_side_and_files() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/5/look").await?;
    page.saved().await?;
    page.keys("9").await?;
    page.says("As planned").await?;
    page.says("Amber fog lamp").await?;
    let pictures = "return document.querySelectorAll('[data-testid=lux-picture]').length";
    page.until("two pictures", || async { Ok(page.script(pictures, vec![]).await? == 2) }).await?;
    crate::no_serious(&page, "ground").await?;
    // One lies over the other, of the same stretch; the edge between them is moved by keys; a point says its light.
    let edge = "return document.querySelector('[data-testid=over]')?.style.clipPath ?? ''";
    ensure!(page.script(edge, vec![]).await? == "inset(0px 0px 0px 50%)");
    page.field("Edge between them")
        .await?
        .send_keys(thirtyfour::TypingData::from("") + thirtyfour::Key::Right)
        .await?;
    page.until("the edge to move", || async {
        Ok(page.script(edge, vec![]).await? == "inset(0px 0px 0px 51%)")
    })
    .await?;
    let touch = "const e = document.querySelector('[data-testid=lux-picture]'), b = e.getBoundingClientRect();
        e.dispatchEvent(new PointerEvent('pointerdown',
            { bubbles: true, clientX: b.x + b.width * 0.45, clientY: b.y + b.height * 0.4 }))";
    page.script(touch, vec![]).await?;
    let texts = "return [...document.querySelectorAll('[data-testid=lux-picture] text')].map((t) => t.textContent)";
    page.until("the light there", || async {
        let texts: Vec<String> = serde_json::from_value(page.script(texts, vec![]).await?)?;
        Ok(texts.iter().any(|t| t.starts_with("about ") && t.ends_with(" lx"))
            && texts.iter().any(|t| t == "30 m"))
    })
    .await?;
    page.press("Side by side").await?;
    page.until("them apart", || async { Ok(page.script(edge, vec![]).await? == "") }).await?;
    page.pick("Lamps", "Fog lamps").await?;
    page.until("fog lamps alone", || async {
        let rows = page.text("section[aria-label=Lamps]").await?;
        Ok(rows.contains("LED fog lamp 1") && !rows.contains("driving"))
    })
    .await?;
    page.pick("Circuit", "Fog lamps").await?;
    let open = "document.querySelectorAll('aside details').forEach((d) => { d.open = true; })";
    page.script(open, vec![]).await?;
    let line = "return document.querySelector('[data-testid=lux-lines] path')?.getAttribute('d')";
    let before = page.script(line, vec![]).await?;
    page.script("performance.clearResourceTimings()", vec![]).await?;
    page.fill_nth("Down", 0, "6.5").await?;
    page.until("the light to move", || async { Ok(page.script(line, vec![]).await? != before) })
        .await?;
    page.saved().await?;
    // Its light is asked for at once, all else after it.
    let asked = "return performance.getEntriesByType('resource')
        .filter((r) => /light$|assess$/.test(r.name))
        .sort((a, b) => a.startTime - b.startTime).map((r) => r.name.split('/').pop())";
    let asked = page.script(asked, vec![]).await?;
    ensure!(asked[0] == "light" && asked.as_array().is_some_and(|a| a.contains(&"assess".into())));
    let folder = tempfile::tempdir()?;
    let bad = folder.path().join("bad.ies");
    std::fs::write(&bad, "IESNA91\nTILT=NONE\n1 many 1 3 1 1 2 0 0 0\n")?;
    page.choose_file(&bad).await?;
    page.says("bad.ies: line 3: \"many\" where the lumens of each lamp should stand").await?;
    page.choose_file(&repository().join("crates/core/tests/reference/light/fog-b.ies")).await?;
    page.says("LM-63-2019, type B: 824 lm, 2941 cd").await?;
    page.until("its beam", || async {
        Ok(page.text("section[aria-label=Lamps]").await?.contains("820 lm"))
    })
    .await?;
    page.press("Describe it instead").await?;
    page.until("the description", || async {
        Ok(page.text("section[aria-label=Lamps]").await?.contains("1,300 lm"))
    })
    .await?;
    page.press("Glare").await?;
    page.says("5700 K, pure white").await?;
    crate::no_serious(&page, "glare").await?;
    page.close().await
}

/// Before and after by hand and from the lux meter, which has a dirty lens in front of it.
#[tokio::test]
async fn a_lux_meter_reads_the_marked_spots() -> Result<()> {
    let file = demo_file("51");
    let args = ["lux", file.to_str().context("a path")?, "--fault", "4"];
    let meter = Device::start(&jovek()?, &args)?;
    let (server, page) = crate::demo(Size::Desk).await?;
    server.allow(&meter.address).await?;
    page.go("/jobs/5/aim").await?;
    page.press("Spots").await?;
    let bed = "[data-spot='Bed floor']";
    page.until("the spots", || async { Ok(page.text(bed).await?.contains("lx")) }).await?;
    page.fill("Lux meter that speaks SCPI", &meter.address).await?;
    let press = format!(
        "[...document.querySelectorAll(\"{bed} button\")].filter((b) => b.innerText === 'Meter')[1].click()"
    );
    page.until("a meter", || async {
        Ok(page.script("return document.body.innerText.includes('Meter')", vec![]).await? == true)
    })
    .await?;
    page.script(&press, vec![]).await?;
    page.until("its reading, and why it is low", || async {
        let text = page.text(bed).await?;
        Ok(text.contains("times the light of before") && text.contains("dirty lens"))
    })
    .await?;
    page.saved().await?;
    crate::no_serious(&page, "spots").await?;
    page.close().await
}

/// The rule book beside the plan: what was wrong in red is right once the permit or the colour is, and every rule says
/// where it comes from.
#[tokio::test]
async fn lamps_against_the_rule_book() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/aim").await?;
    page.press("Rules").await?;
    page.says("no legal advice").await?;
    page.says("United States, federal: 0 wrong, 6 to ask, 2 right").await?;
    page.says("recalled from memory, confidence medium").await?;
    crate::no_serious(&page, "rules").await?;
    page.pick("Rules of the road", "UN regulations").await?;
    page.says_no_more("United States, federal: 0 wrong").await?;
    page.saved().await?;
    // The beacons turn blue: for emergency vehicles.
    page.go("/jobs/1/light").await?;
    page.pick("Circuit", "Beacons").await?;
    page.pick("Colour", "blue").await?;
    page.saved().await?;
    page.go("/jobs/1/aim").await?;
    page.press("Rules").await?;
    page.says("blue is for emergency vehicles").await?;
    let wrong = "return document.querySelectorAll('[data-verdict=wrong]').length";
    let two = || async { Ok(page.script(wrong, vec![]).await? == 2) };
    page.until("two beacons wrong on the plan", two).await?;
    page.press("Add a permit for a warning colour").await?;
    page.pick("Permitted", "blue").await?;
    page.fill("By whom, number", "the county, 12").await?;
    page.says("permitted by the county, 12").await?;
    page.until("no beacon wrong", || async { Ok(page.script(wrong, vec![]).await? == 0) }).await?;
    page.press("Remove the permit for blue").await?;
    page.says("blue is for emergency vehicles").await?;
    page.close().await
}

/// Bulbs to LED on the signed van, opened again: what was done is taken back, remedies stand there with figures, one is
/// done, another is taken back and the bulb is left; a resistor on plastic stops the job.
#[tokio::test]
async fn bulbs_become_led() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    crate::opened_again(&page, 2).await?;
    page.go("/jobs/2/light").await?;
    page.press("Bulbs to LED").await?;
    page.says("Tail lamps: Fine").await?;
    page.says("18 before, 82 written").await?;
    page.press("Take it back: Tail lamps").await?;
    page.says("Tail lamps: Fault message").await?;
    page.says("Coding value read as 18: set bit 6, add 64, write 82").await?;
    page.press("Take it back: Left turn").await?;
    page.says("Left turn: Fault message").await?;
    page.says("above 60 °C it burns skin").await?;
    crate::no_serious(&page, "swap").await?;
    page.press("Do this: Tail lamps: Tell the module: Body module, rear lamps LED").await?;
    page.says("Tail lamps: Fine").await?;
    // Who works by keys is still at this function.
    let at = page.script("return document.activeElement.innerText", vec![]).await?;
    ensure!(at.as_str().is_some_and(|t| t.contains("Tail lamps")), "the focus is at {at}");
    let open = "document.querySelectorAll('article details').forEach((d) => { d.open = true; })";
    page.script(open, vec![]).await?;
    page.says("Series 2: connector C, pins 14 and 27").await?;
    page.fill("Series", "3").await?;
    page.says("No pins are known for series 3").await?;
    // What was written wrong is told.
    let leave = || thirtyfour::TypingData::from("") + thirtyfour::Key::Tab;
    for (typed, told) in [
        ("22", "22 was written, 82 is right"),
        ("9x", "is no coding value: give one number"),
        ("82", "Tail lamps: Fine"),
    ] {
        page.fill("Value written", typed).await?;
        page.keys(leave()).await?;
        page.says(told).await?;
    }
    // The left turn has no resistor now: that of the right turn is put on plastic.
    page.pick("It sits", "on plastic, carpet or foam").await?;
    page.says("It melts what it sits on").await?;
    page.says("Light\nstop").await?;
    page.pick("It sits", "on bare metal").await?;
    page.says_no_more("It melts what it sits on").await?;
    let left = "article[aria-label='Left turn']";
    let keep = format!(
        "[...document.querySelectorAll(\"{left} button\")].find((b) => b.innerText === 'Leave the bulb').click()"
    );
    page.script(&keep, vec![]).await?;
    page.until("a circuit as before", || async {
        Ok(page.text(left).await?.contains("Left turn: Fine"))
    })
    .await?;
    page.saved().await?;
    page.close().await
}

/// The class on the lens of a warning lamp: right for work, wrong where it only identifies; undone it is right again.
#[tokio::test]
async fn the_class_of_a_warning_lamp() -> Result<()> {
    let (_server, page) = crate::demo(Size::Desk).await?;
    page.go("/jobs/1/aim").await?;
    page.says("Saved").await?;
    page.press("Rules").await?;
    page.says("United States, federal: 0 wrong, 6 to ask, 2 right").await?;
    page.pick("Circuit", "Beacons").await?;
    let open = "document.querySelectorAll('aside details').forEach((d) => { d.open = true; })";
    page.until("the beacon's form", || async {
        page.script(open, vec![]).await?;
        Ok(page.words().await?.contains("Class on the lens"))
    })
    .await?;
    page.pick("Class on the lens", "3, identification").await?;
    page.says("United States, federal: 2 wrong, 6 to ask, 0 right").await?;
    page.says("this one is class 3").await?;
    page.pick("Class on the lens", "not read yet").await?;
    page.says("read it off the lens").await?;
    page.pick("Class on the lens", "2, service").await?;
    page.says("United States, federal: 0 wrong, 6 to ask, 2 right").await?;
    crate::no_serious(&page, "class").await?;
    page.saved().await?;
    page.close().await
}
