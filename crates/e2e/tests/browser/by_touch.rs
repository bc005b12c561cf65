//! Five tasks of a fitter on a phone, by touch alone: how many touches each takes, and that nothing is touched that does
//! not stand in the screen as it opens, or is too small for a glove.

use anyhow::{Context, Result, ensure};
use jovek_e2e::{Page, Server, Size};
use serde_json::Value;

/// A gloved finger: it sees the screen as it is, and scrolls nothing.
struct Finger<'a> {
    page: &'a Page,
    touches: usize,
    lowest_px: f64,
}

/// Where the button of that name is, if a finger can reach it without scrolling: bottom, height, and whether it is on top.
const REACHED: &str = "const [name] = arguments;
    const all = [...document.querySelectorAll('button, [role=tab], a[href]')].filter((e) => e.getClientRects().length > 0);
    const words = (e) => e.innerText.replace(/\\s+/g, ' ').trim();
    const found = all.find((e) => e.ariaLabel === name || words(e) === name)
        ?? all.find((e) => words(e).startsWith(name));
    if (!found) return null;
    const box = found.getBoundingClientRect();
    const top = document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2);
    return [box.bottom, box.height, found.contains(top) && box.bottom <= innerHeight && box.top >= 0]";

impl Finger<'_> {
    async fn touch(&mut self, name: &str) -> Result<()> {
        let page = self.page;
        page.until(&format!("\"{name}\""), || async {
            Ok(page.script(REACHED, vec![name.into()]).await? != Value::Null)
        })
        .await?;
        let found = page.script(REACHED, vec![name.into()]).await?;
        let (bottom_px, height_px, is_reached): (f64, f64, bool) = serde_json::from_value(found)?;
        ensure!(is_reached, "\"{name}\" is not in the screen: it ends at {bottom_px} px");
        ensure!(height_px >= 56.0, "\"{name}\" is {height_px} px tall");
        self.lowest_px = self.lowest_px.max(bottom_px);
        page.press(name).await?;
        self.touches += 1;
        Ok(())
    }

    async fn figure(&mut self, figure: &str) -> Result<()> {
        for key in figure.chars() {
            let name = if key == '.' { "Point".to_owned() } else { key.to_string() };
            self.touch(&name).await?;
        }
        self.touch("Keep").await
    }
}

async fn job(server: &Server, id: u32) -> Result<Value> {
    let text = reqwest::get(server.at(&format!("/api/jobs/{id}"))).await?.text().await?;
    Ok(serde_json::from_str::<Value>(&text)?["job"].take())
}

#[tokio::test]
async fn five_tasks_of_a_fitter() -> Result<()> {
    let (server, page) = crate::demo(Size::Phone).await?;
    let mut finger = Finger { page: &page, touches: 0, lowest_px: 0.0 };
    let mut told = Vec::new();
    let mut done = |finger: &mut Finger, task: &str, most: usize| -> Result<()> {
        let touches = std::mem::take(&mut finger.touches);
        println!("{task}: {touches} touches, lowest button ends at {:.0} px", finger.lowest_px);
        ensure!(touches <= most, "{task} takes {touches} touches");
        told.push(touches);
        Ok(())
    };

    // A step is begun and done.
    page.go("/jobs/1/fit").await?;
    page.says("Step 10 of 38").await?;
    finger.touch("Start").await?;
    page.says("begun").await?;
    finger.touch("Done").await?;
    page.says_no_more("Step 10 of 38").await?;
    page.until("both marks in the store", || async {
        let marks = job(&server, 1).await?["work"].as_array().cloned().unwrap_or_default();
        let of = |what: &str| {
            marks.iter().any(|m| m["mark"] == what && m["step"] == marks[marks.len() - 1]["step"])
        };
        Ok(of("start") && of("done"))
    })
    .await?;
    done(&mut finger, "a step begun and done", 2)?;

    // From there to a reading, typed and kept, and on to the next.
    let before = job(&server, 1).await?["readings"].as_array().map_or(0, Vec::len);
    finger.touch("8 Prove").await?;
    page.says("Reading 2 of 26").await?;
    finger.figure("0.03").await?;
    page.says("Good").await?;
    finger.touch("Next").await?;
    page.says("Reading 3 of 26").await?;
    page.until("the reading in the store", || async {
        Ok(job(&server, 1).await?["readings"].as_array().map_or(0, Vec::len) == before + 1)
    })
    .await?;
    done(&mut finger, "a reading taken", 7)?;

    // A wire is probed, on and off.
    finger.touch("1 Look").await?;
    page.says("Reverse lamps, on").await?;
    finger.figure("12.4").await?;
    finger.touch("Next").await?;
    page.says("Reverse lamps, off").await?;
    finger.figure("0").await?;
    page.saved().await?;
    let probe = job(&server, 1).await?["factory"][0]["probe"].clone();
    ensure!(probe["on_v"] == 12.4 && probe["off_v"] == 0.0, "{probe}");
    done(&mut finger, "a wire probed, on and off", 9)?;

    // A lamp is aimed at the wall.
    page.go("/jobs/5/aim").await?;
    finger.touch("Wall").await?;
    page.says("518 mm high").await?;
    finger.figure("521").await?;
    page.says("In range: leave it.").await?;
    finger.touch("Next").await?;
    page.saved().await?;
    ensure!(job(&server, 5).await?.to_string().contains("\"up_mm\":521"), "the mark in the store");
    done(&mut finger, "a lamp aimed", 6)?;

    // The lux at a marked spot, after the work.
    page.go("/jobs/1/aim").await?;
    finger.touch("Spots").await?;
    page.says("Pump, 4 m behind").await?;
    finger.figure("61").await?;
    page.says("61 lx").await?;
    page.saved().await?;
    ensure!(job(&server, 1).await?["record"]["lux"].to_string().contains("61.0"), "the lux");
    done(&mut finger, "the lux at a spot", 4)?;

    ensure!(finger.lowest_px <= 844.0, "{}", finger.lowest_px);
    ensure!(told.len() == 5);
    page.close().await.context("the phone is put away")
}

/// The code on the label of a wire opens its line of the cut list, where a phone shows it.
#[tokio::test]
async fn a_label_opens_its_wire() -> Result<()> {
    let (_server, page) = crate::demo(Size::Phone).await?;
    page.go("/jobs/1/cut?wire=14-2b").await?;
    page.saved().await?;
    let shown = "const of = document.querySelector('tr[aria-current=true]');
        if (!of) return '';
        const { top, bottom } = of.getBoundingClientRect();
        return top >= 0 && bottom <= innerHeight ? of.innerText : ''";
    page.until("its line, in sight", || async {
        let line = page.script(shown, vec![]).await?;
        Ok(line.as_str().is_some_and(|line| line.contains("14-2b")))
    })
    .await?;
    page.close().await
}
