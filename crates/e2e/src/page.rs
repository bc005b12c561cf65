//! The page as a person meets it.

use crate::browser::{Browser, Size};
use crate::picture::Picture;
use anyhow::{Context, Result, anyhow, bail, ensure};
use base64::Engine;
use base64::engine::general_purpose::STANDARD as BASE64;
use serde_json::{Value, json};
use std::path::Path;
use std::sync::atomic::{AtomicUsize, Ordering};
use std::time::{Duration, Instant};
use thirtyfour::components::SelectElement;
use thirtyfour::{By, Key, TypingData, WebElement};

const FIND: &str = include_str!("find.js");
const STILL: &str = include_str!("still.js");
/// How long a thing may take to appear.
const PATIENCE: Duration = Duration::from_secs(10);
const PAUSE: Duration = Duration::from_millis(50);

/// Something that axe-core finds wrong with a page.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Violation {
    /// Rule.
    pub rule: String,
    /// `minor`, `moderate`, `serious` or `critical`.
    pub impact: String,
    /// What it is about.
    pub nodes: Vec<String>,
}

/// One browser page.
pub struct Page {
    browser: Browser,
    base: String,
    actions: AtomicUsize,
}

impl Page {
    /// Opens a browser at the root of a server.
    ///
    /// # Errors
    /// When browser or page do not come up.
    pub async fn open(base: &str, size: Size) -> Result<Self> {
        let page = Page {
            browser: Browser::start().await?,
            base: base.to_owned(),
            actions: AtomicUsize::new(0),
        };
        page.resize(size).await?;
        page.go("/").await?;
        Ok(page)
    }

    /// Presses, figures typed and choices made so far: what the work costs a person.
    pub fn actions(&self) -> usize {
        self.actions.load(Ordering::Relaxed)
    }

    fn acted(&self) {
        self.actions.fetch_add(1, Ordering::Relaxed);
    }

    /// Goes to a place.
    ///
    /// # Errors
    /// When the page does not load.
    pub async fn go(&self, path: &str) -> Result<()> {
        self.browser.driver.goto(format!("{}{path}", self.base)).await?;
        Ok(())
    }

    /// Changes the size of the page.
    ///
    /// # Errors
    /// When the browser refuses.
    pub async fn resize(&self, size: Size) -> Result<()> {
        self.browser.resize(size).await
    }

    /// Makes the page as large as some other desk, px.
    ///
    /// # Errors
    /// When the browser refuses.
    pub async fn resize_to(&self, width: u32, height: u32) -> Result<()> {
        self.browser.resize_to((width, height)).await
    }

    /// Shows the page as on `screen` or as on paper (`print`).
    ///
    /// # Errors
    /// When the browser refuses.
    pub async fn medium(&self, medium: &str) -> Result<()> {
        let params = json!({ "media": medium });
        self.browser.driver.cdp().send_raw("Emulation.setEmulatedMedia", params).await?;
        Ok(())
    }

    /// The page as it is printed on A4, landscape: PDF.
    ///
    /// # Errors
    /// When the browser refuses.
    pub async fn printed(&self) -> Result<Vec<u8>> {
        let params = json!({ "landscape": true, "printBackground": true,
            "paperWidth": 8.27, "paperHeight": 11.69 });
        let got = self.browser.driver.cdp().send_raw("Page.printToPDF", params).await?;
        let data = got["data"].as_str().context("the browser printed nothing")?;
        Ok(BASE64.decode(data)?)
    }

    /// What is seen, as a picture.
    ///
    /// # Errors
    /// When the browser refuses or the picture cannot be read.
    pub async fn picture(&self) -> Result<Picture> {
        Picture::read(&self.browser.driver.screenshot_as_png().await?)
    }

    /// Asks the page for full motion; without it the browser asks for less.
    ///
    /// # Errors
    /// When the browser refuses.
    pub async fn full_motion(&self) -> Result<()> {
        let features = json!([{ "name": "prefers-reduced-motion", "value": "no-preference" }]);
        let params = json!({ "features": features });
        self.browser.driver.cdp().send_raw("Emulation.setEmulatedMedia", params).await?;
        Ok(())
    }

    /// Loads the page anew.
    ///
    /// # Errors
    /// When the page does not load.
    pub async fn reload(&self) -> Result<()> {
        Ok(self.browser.driver.refresh().await?)
    }

    /// The path of the page.
    ///
    /// # Errors
    /// When the browser is gone.
    pub async fn path(&self) -> Result<String> {
        Ok(self.browser.driver.current_url().await?.path().to_owned())
    }

    /// Runs a script and gives its result.
    ///
    /// # Errors
    /// When the script fails.
    pub async fn script(&self, script: &str, args: Vec<Value>) -> Result<Value> {
        Ok(self.browser.driver.execute(script, args).await?.json().clone())
    }

    /// Waits until something holds.
    ///
    /// # Errors
    /// When it does not hold in time; the message says what was awaited.
    pub async fn until<F>(&self, what: &str, mut holds: impl FnMut() -> F) -> Result<()>
    where
        F: Future<Output = Result<bool>>,
    {
        let start = Instant::now();
        loop {
            if holds().await.unwrap_or(false) {
                return Ok(());
            }
            if start.elapsed() > PATIENCE {
                bail!("waited in vain for {what}; the page says:\n{}", self.words().await?);
            }
            tokio::time::sleep(PAUSE).await;
        }
    }

    /// All words on the page.
    ///
    /// # Errors
    /// When the browser is gone.
    pub async fn words(&self) -> Result<String> {
        let words = self.script("return document.body.innerText", vec![]).await?;
        Ok(words.as_str().unwrap_or_default().to_owned())
    }

    /// True where the page says something now: looked at in the browser, a long page is not sent over.
    async fn has_words(&self, words: &str) -> Result<bool> {
        let script = "return document.body.innerText.includes(arguments[0])";
        let has = self.script(script, vec![json!(words)]).await?;
        has.as_bool().context("the page did not say")
    }

    /// Waits until the page says something.
    ///
    /// # Errors
    /// When it does not say so in time.
    pub async fn says(&self, words: &str) -> Result<()> {
        self.until(&format!("the words \"{words}\""), || self.has_words(words)).await
    }

    /// Waits until the page no longer says something.
    ///
    /// # Errors
    /// When it still says so after the wait.
    pub async fn says_no_more(&self, words: &str) -> Result<()> {
        self.until(&format!("the words \"{words}\" to go"), || async {
            Ok(!self.has_words(words).await?)
        })
        .await
    }

    async fn find(&self, kind: &str, name: &str, index: usize) -> Result<WebElement> {
        let start = Instant::now();
        loop {
            let args = vec![json!(kind), json!(name), json!(index)];
            let found = self.browser.driver.execute(FIND, args).await?;
            if !found.json().is_null() {
                return Ok(found.element()?);
            }
            if start.elapsed() > PATIENCE {
                bail!("no {kind} \"{name}\" ({index}); the page says:\n{}", self.words().await?);
            }
            tokio::time::sleep(PAUSE).await;
        }
    }

    /// A field by its label.
    ///
    /// # Errors
    /// When there is none.
    pub async fn field(&self, label: &str) -> Result<WebElement> {
        self.find("field", label, 0).await
    }

    /// Presses the first button, link or tab of that name.
    ///
    /// # Errors
    /// When there is none, or something lies over it.
    pub async fn press(&self, name: &str) -> Result<()> {
        self.press_nth(name, 0).await
    }

    /// From the yard, a new job of some kinds of work; none takes "Something else": one circuit of work lamps.
    ///
    /// # Errors
    /// When the page does not offer one of them.
    pub async fn begin(&self, kinds: &[&str]) -> Result<()> {
        self.press("New job").await?;
        for kind in if kinds.is_empty() { &["Something else"] } else { kinds } {
            self.press(kind).await?;
        }
        self.press("Begin").await?;
        self.says("Saved").await
    }

    /// Presses one of several of that name.
    ///
    /// # Errors
    /// When there is none, or something lies over it.
    pub async fn press_nth(&self, name: &str, index: usize) -> Result<()> {
        // A list may be drawn anew between finding and pressing; what moves is not pressed by a person.
        let start = Instant::now();
        loop {
            let button = self.find("press", name, index).await?;
            let pressed = match self.stands_still(&button).await {
                Ok(true) => {
                    self.bring_into_sight(&button).await?;
                    button.click().await.context("the click")
                }
                Ok(false) => Err(anyhow!("it moves")),
                Err(e) => Err(e),
            };
            match pressed {
                Ok(()) => {
                    self.acted();
                    return Ok(());
                }
                Err(e) if start.elapsed() > PATIENCE => {
                    return Err(e).with_context(|| format!("pressing \"{name}\""));
                }
                Err(_) => tokio::time::sleep(PAUSE).await,
            }
        }
    }

    /// Scrolls to what the bar at the bottom of a phone lies over, as a thumb does.
    async fn bring_into_sight(&self, element: &WebElement) -> Result<()> {
        let script = "const [e] = arguments; const box = e.getBoundingClientRect();
            const top = document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2);
            if (!top || (top.closest('nav') && !e.closest('nav'))) e.scrollIntoView({ block: 'center' })";
        self.browser.driver.execute(script, vec![element.to_json()?]).await?;
        Ok(())
    }

    /// True when an element is at the same place two drawings of the page later.
    async fn stands_still(&self, element: &WebElement) -> Result<bool> {
        let args = vec![element.to_json()?];
        let still = self.browser.driver.execute_async(STILL, args).await?;
        still.json().as_bool().context("the page did not say whether it moves")
    }

    /// Types into a field in place of what it holds.
    ///
    /// # Errors
    /// When there is no such field.
    pub async fn fill(&self, label: &str, text: &str) -> Result<()> {
        self.fill_nth(label, 0, text).await
    }

    /// Types into one of several fields of that label.
    ///
    /// # Errors
    /// When there is no such field.
    pub async fn fill_nth(&self, label: &str, index: usize, text: &str) -> Result<()> {
        let field = self.find("field", label, index).await?;
        self.bring_into_sight(&field).await?;
        field.click().await?;
        field.send_keys(Key::Control + "a").await?;
        if text.is_empty() {
            field.send_keys(TypingData::from("") + Key::Delete).await?;
        } else {
            field.send_keys(text).await?;
        }
        self.acted();
        Ok(())
    }

    /// Picks from a list by its words.
    ///
    /// # Errors
    /// When there is no such list or choice.
    pub async fn pick(&self, label: &str, choice: &str) -> Result<()> {
        let field = self.field(label).await?;
        SelectElement::new(&field).await?.select_by_visible_text(choice).await?;
        self.acted();
        Ok(())
    }

    /// What a field holds.
    ///
    /// # Errors
    /// When there is no such field.
    pub async fn value(&self, label: &str) -> Result<String> {
        let field = self.field(label).await?;
        Ok(field.value().await?.unwrap_or_default())
    }

    /// Waits until a field holds something.
    ///
    /// # Errors
    /// When it does not in time.
    pub async fn holds(&self, label: &str, value: &str) -> Result<()> {
        self.until(&format!("\"{value}\" in \"{label}\""), || async {
            Ok(self.value(label).await? == value)
        })
        .await
    }

    /// The words of the first element that a CSS selector finds.
    ///
    /// # Errors
    /// When there is none.
    pub async fn text(&self, css: &str) -> Result<String> {
        let script = "return document.querySelector(arguments[0])?.innerText ?? null";
        let mut words = Value::Null;
        let start = Instant::now();
        while words.is_null() && start.elapsed() < PATIENCE {
            words = self.script(script, vec![json!(css)]).await?;
            if words.is_null() {
                tokio::time::sleep(PAUSE).await;
            }
        }
        Ok(words.as_str().with_context(|| format!("nothing at {css}"))?.to_owned())
    }

    /// Waits until everything typed is saved, and the stage is there.
    ///
    /// # Errors
    /// When it is not saved in time.
    pub async fn saved(&self) -> Result<()> {
        self.says("Saved").await?;
        self.says_no_more("Opening ...").await
    }

    /// Sends keys to whatever has the focus.
    ///
    /// # Errors
    /// When the browser is gone.
    pub async fn keys(&self, keys: impl Into<TypingData>) -> Result<()> {
        self.browser.driver.action_chain().send_keys(keys).perform().await?;
        Ok(())
    }

    /// Presses a key while Control is held.
    ///
    /// # Errors
    /// When the browser is gone.
    pub async fn control(&self, key: char) -> Result<()> {
        let chain = self.browser.driver.action_chain();
        chain
            .key_down(Key::Control)
            .send_keys(key.to_string())
            .key_up(Key::Control)
            .perform()
            .await?;
        Ok(())
    }

    /// Walks with Tab until the thing of that name has the focus.
    ///
    /// # Errors
    /// When it is not met, or has no visible focus.
    pub async fn tab_to(&self, kind: &str, name: &str) -> Result<()> {
        let same = format!(
            "const wanted = (function() {{ {FIND} }})(...arguments);
             const here = document.activeElement;
             return [wanted === here, here.matches(':focus-visible')]"
        );
        self.find(kind, name, 0).await?;
        for _ in 0..200 {
            self.keys(TypingData::from("") + Key::Tab).await?;
            let met = self.script(&same, vec![json!(kind), json!(name), json!(0)]).await?;
            if met[0] == true {
                ensure!(met[1] == true, "the focus on \"{name}\" cannot be seen");
                return Ok(());
            }
        }
        bail!("\"{name}\" is not met by Tab")
    }

    /// Runs axe-core on the page as it stands.
    ///
    /// # Errors
    /// When axe-core is not installed or fails.
    pub async fn axe(&self) -> Result<Vec<Violation>> {
        self.axe_with("{ resultTypes: ['violations'] }").await
    }

    /// The same for what the colours alone decide: between day and night nothing else of a page changes.
    ///
    /// # Errors
    /// When axe-core is not installed or fails.
    pub async fn contrast(&self) -> Result<Vec<Violation>> {
        self.axe_with("{ resultTypes: ['violations'], runOnly: ['color-contrast'] }").await
    }

    async fn axe_with(&self, how: &str) -> Result<Vec<Violation>> {
        let axe = crate::repository().join("web/node_modules/axe-core/axe.min.js");
        let source = std::fs::read_to_string(&axe).context("axe-core: cd web && npm ci")?;
        self.browser.driver.execute(&source, vec![]).await?;
        let run = format!(
            "const done = arguments[0]; axe.run(document, {how}).then((r) => done(r.violations))"
        );
        let found = self.browser.driver.execute_async(run, vec![]).await?;
        let list = found.json().as_array().cloned().context("axe gave no list")?;
        let text = |v: &Value| v.as_str().unwrap_or_default().to_owned();
        Ok(list
            .iter()
            .map(|v| Violation {
                rule: text(&v["id"]),
                impact: text(&v["impact"]),
                nodes: v["nodes"]
                    .as_array()
                    .map(|nodes| nodes.iter().map(|n| text(&n["html"])).collect())
                    .unwrap_or_default(),
            })
            .collect())
    }

    /// How far the page can be scrolled sideways, px.
    ///
    /// # Errors
    /// When the browser is gone.
    pub async fn overflow_px(&self) -> Result<f64> {
        let script = "const d = document.scrollingElement; return d.scrollWidth - d.clientWidth";
        self.script(script, vec![]).await?.as_f64().context("no width")
    }

    /// Sets the theme, `day` or `night`, and loads the page anew.
    ///
    /// # Errors
    /// When the browser is gone.
    pub async fn theme(&self, theme: &str) -> Result<()> {
        self.script("localStorage.setItem('jovek.theme', arguments[0])", vec![json!(theme)])
            .await?;
        self.reload().await
    }

    /// Writes a picture of what is seen as PNG.
    ///
    /// # Errors
    /// When it cannot be taken or written.
    pub async fn shot(&self, path: &Path) -> Result<()> {
        std::fs::write(path, self.browser.driver.screenshot_as_png().await?)?;
        Ok(())
    }

    /// Gives a file to the page's file input, as the file dialog would.
    ///
    /// # Errors
    /// When the page has none.
    pub async fn choose_file(&self, file: &Path) -> Result<()> {
        let input = self.browser.driver.find(By::Css("input[type=file]")).await?;
        let file = file.canonicalize()?;
        input.send_keys(file.display().to_string()).await?;
        Ok(())
    }

    /// What a link would download, as text.
    ///
    /// # Errors
    /// When there is no such link or it gives an error.
    pub async fn download(&self, link_css: &str) -> Result<String> {
        let fetch = "const [css, done] = arguments;
            fetch(document.querySelector(css).href)
                .then(async (r) => done(r.ok ? await r.text() : null), () => done(null))";
        let text = self.browser.driver.execute_async(fetch, vec![json!(link_css)]).await?;
        text.json().as_str().map(str::to_owned).with_context(|| format!("{link_css} fails"))
    }

    /// Ends the browser.
    ///
    /// # Errors
    /// When it is gone already.
    pub async fn close(self) -> Result<()> {
        Ok(self.browser.driver.clone().quit().await?)
    }
}
