//! A4 pages written from top to bottom, as SVG.

use jovek_base::xml::escape;
use jovek_phrases::paper as say;
use std::fmt::Write as _;

/// A4, mm.
pub const PAGE_MM: (f64, f64) = (210.0, 297.0);
const MARGIN_MM: f64 = 15.0;
/// A square in the corner of a page, mm: a phone reads a code of it at an arm's length.
const CORNER_MM: f64 = 26.0;
/// Width of the text, mm.
pub const WIDTH_MM: f64 = PAGE_MM.0 - 2.0 * MARGIN_MM;
/// Mean width of a letter, as a part of its size: generous, so that nothing runs out of its column.
pub const LETTER: f64 = 0.54;

/// Pages that fill up one after the other.
pub struct Pages {
    pages: Vec<String>,
    /// Next free line, mm from the top.
    y_mm: f64,
    /// Width that a drawing in the corner takes from the title, mm.
    beside_mm: f64,
    foot: String,
}

/// Breaks a text into lines of a width, mm, at a size, mm. A word that is wider alone is broken.
pub fn lines(text: &str, width_mm: f64, size_mm: f64) -> Vec<String> {
    let most = ((width_mm / (size_mm * LETTER)) as usize).max(4);
    let mut out: Vec<String> = Vec::new();
    let mut now = String::new();
    for word in text.split_whitespace() {
        let mut word: Vec<char> = word.chars().collect();
        loop {
            let used = now.chars().count();
            let gap = usize::from(used > 0);
            if used + gap + word.len() <= most {
                if gap > 0 {
                    now.push(' ');
                }
                now.extend(word);
                break;
            }
            if used > 0 {
                out.push(std::mem::take(&mut now));
                continue;
            }
            now.extend(word.drain(..most));
            out.push(std::mem::take(&mut now));
        }
    }
    if !now.is_empty() || out.is_empty() {
        out.push(now);
    }
    out
}

impl Pages {
    /// Starts the first page; `foot` stands below each.
    pub fn new(foot: &str) -> Pages {
        let mut pages =
            Pages { pages: Vec::new(), y_mm: 0.0, beside_mm: 0.0, foot: foot.to_owned() };
        pages.turn();
        pages
    }

    /// Turns to a new page.
    pub fn turn(&mut self) {
        self.pages.push(String::new());
        self.y_mm = MARGIN_MM;
        self.beside_mm = 0.0;
    }

    fn room(&mut self, height_mm: f64) {
        if self.y_mm + height_mm > PAGE_MM.1 - MARGIN_MM - 6.0 {
            self.turn();
        }
    }

    fn put(&mut self, text: &str) {
        if let Some(page) = self.pages.last_mut() {
            page.push_str(text);
        }
    }

    fn line(&mut self, x_mm: f64, size_mm: f64, bold: bool, text: &str) {
        let weight = if bold { " font-weight=\"700\"" } else { "" };
        let y = self.y_mm + size_mm;
        let mut line = String::new();
        let _ = writeln!(
            line,
            "<text x=\"{x_mm:.1}\" y=\"{y:.1}\" font-size=\"{size_mm}\"{weight}>{}</text>",
            escape(text)
        );
        self.put(&line);
    }

    /// A large heading.
    pub fn title(&mut self, text: &str) {
        for line in lines(text, WIDTH_MM - self.beside_mm, 7.0) {
            self.room(10.0);
            self.line(MARGIN_MM, 7.0, true, &line);
            self.y_mm += 9.0;
        }
    }

    /// A heading; it keeps a few lines below it on its page.
    pub fn heading(&mut self, text: &str) {
        if self.beside_mm > 0.0 {
            self.y_mm = self.y_mm.max(MARGIN_MM + CORNER_MM - 4.0);
            self.beside_mm = 0.0;
        }
        self.room(22.0);
        self.y_mm += 4.0;
        self.line(MARGIN_MM, 4.6, true, text);
        self.y_mm += 6.5;
        let y = self.y_mm;
        let (x0, x1) = (MARGIN_MM, PAGE_MM.0 - MARGIN_MM);
        self.put(&format!(
            "<path d=\"M{x0} {y:.1}H{x1}\" stroke=\"#888\" stroke-width=\"0.25\"/>\n"
        ));
        self.y_mm += 1.5;
    }

    /// A paragraph.
    pub fn text(&mut self, text: &str) {
        for line in lines(text, WIDTH_MM - self.beside_mm, 3.6) {
            self.room(5.0);
            self.line(MARGIN_MM, 3.6, false, &line);
            self.y_mm += 5.0;
        }
    }

    /// A row of cells; `widths` are parts of the page's width.
    pub fn row(&mut self, widths: &[f64], cells: &[&str], bold: bool) {
        let all: f64 = widths.iter().sum();
        let size_mm = 3.3;
        let wrapped: Vec<Vec<String>> = cells
            .iter()
            .zip(widths)
            .map(|(cell, w)| lines(cell, WIDTH_MM * w / all - 2.0, size_mm))
            .collect();
        let tall = wrapped.iter().map(Vec::len).max().unwrap_or(1) as f64 * 4.4 + 1.0;
        self.room(tall);
        let top = self.y_mm;
        let mut x = MARGIN_MM;
        for (cell, w) in wrapped.iter().zip(widths) {
            self.y_mm = top;
            for line in cell {
                self.line(x, size_mm, bold, line);
                self.y_mm += 4.4;
            }
            x += WIDTH_MM * w / all;
        }
        self.y_mm = top + tall;
        let (y, x0, x1) = (self.y_mm - 0.4, MARGIN_MM, PAGE_MM.0 - MARGIN_MM);
        self.put(&format!(
            "<path d=\"M{x0} {y:.1}H{x1}\" stroke=\"#ccc\" stroke-width=\"0.2\"/>\n"
        ));
    }

    /// A square drawing of 1 by 1 in the upper right corner, with words below it; what is written goes on at the left.
    pub fn corner(&mut self, inner: &str, words: &str) {
        let x = PAGE_MM.0 - MARGIN_MM - CORNER_MM;
        let y = MARGIN_MM - 7.0;
        let words = escape(words);
        let below = y + CORNER_MM + 3.0;
        self.put(&format!(
            "<svg x=\"{x}\" y=\"{y}\" width=\"{CORNER_MM}\" height=\"{CORNER_MM}\" viewBox=\"0 0 1 1\">{inner}</svg>\n\
             <text x=\"{x}\" y=\"{below}\" font-size=\"2.6\">{words}</text>\n"
        ));
        self.beside_mm = CORNER_MM + 4.0;
    }

    /// Pictures two in a row, each with words below it, kept whole within its frame.
    pub fn pictures(&mut self, pictures: &[(String, String)]) {
        let (w, h) = ((WIDTH_MM - 6.0) / 2.0, 62.0);
        for row in pictures.chunks(2) {
            self.room(h + 10.0);
            let top = self.y_mm;
            for (k, (source, words)) in row.iter().enumerate() {
                let x = MARGIN_MM + k as f64 * (w + 6.0);
                self.put(&format!(
                    "<image x=\"{x:.1}\" y=\"{top:.1}\" width=\"{w:.1}\" height=\"{h}\" preserveAspectRatio=\"xMidYMid meet\" href=\"{source}\"/>\n"
                ));
                self.y_mm = top + h + 0.5;
                for line in lines(words, w, 3.3).iter().take(2) {
                    self.line(x, 3.3, false, line);
                    self.y_mm += 4.2;
                }
            }
            self.y_mm = top + h + 10.0;
        }
    }

    /// A drawing of its own size, scaled to the width of the text.
    pub fn drawing(&mut self, inner: &str, (w, h): (f64, f64)) {
        let tall = WIDTH_MM * h / w.max(1.0);
        self.room(tall + 2.0);
        let y = self.y_mm;
        self.put(&format!(
            "<svg x=\"{MARGIN_MM}\" y=\"{y:.1}\" width=\"{WIDTH_MM}\" height=\"{tall:.1}\" viewBox=\"0 0 {w} {h}\" fill=\"none\" stroke=\"#111\" stroke-width=\"0.35\">{inner}</svg>\n"
        ));
        self.y_mm += tall + 2.0;
    }

    /// The pages, each an SVG of its own.
    pub fn finish(self) -> Vec<String> {
        let (w, h) = PAGE_MM;
        let count = self.pages.len();
        let foot = escape(&self.foot);
        self.pages
            .iter()
            .enumerate()
            .map(|(k, page)| {
                format!(
                    "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{w}mm\" height=\"{h}mm\" viewBox=\"0 0 {w} {h}\" font-family=\"Overpass, sans-serif\" fill=\"#111\">\n<rect width=\"{w}\" height=\"{h}\" fill=\"#fff\"/>\n{page}<text x=\"{MARGIN_MM}\" y=\"{:.1}\" font-size=\"3\" fill=\"#555\">{foot}, {}</text>\n</svg>\n",
                    h - 9.0,
                    say::page_of_count(&(k + 1), &count)
                )
            })
            .collect()
    }
}
