//! Pages and what is drawn on them. Lengths in mm on A4, landscape.

use jovek_catalog::colour::CODES;
use jovek_phrases::paper as say;
use serde::Serialize;
use std::collections::BTreeSet;
use utoipa::ToSchema;

/// Width of a page, mm.
pub const PAGE_W: f64 = 297.0;
/// Height of a page, mm.
pub const PAGE_H: f64 = 210.0;
/// Where the first block starts, mm.
const TOP: f64 = 24.0;
/// Where the last block must end, mm.
const BOTTOM: f64 = 200.0;

/// The sign of a part.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Sign {
    /// Plus rail.
    Supply,
    /// Fuse.
    Fuse,
    /// Switch, open or closed.
    Switch,
    /// Relay contact that closes.
    Make,
    /// Relay contact that opens.
    Break,
    /// Coil with its suppression diode, cathode to 86.
    Coil,
    /// Coil with a resistor across it.
    CoilResistor,
    /// Module with a coil-like input.
    Module,
    /// Diode, anode left.
    Diode,
    /// Lamp.
    Lamp,
    /// Plug and socket.
    Plug,
    /// Ground.
    Ground,
    /// Wire of the vehicle that is taken up.
    Signal,
    /// Joint of wires.
    Joint,
}

/// Something drawn.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case", tag = "item")]
pub enum Item {
    /// A wire, corner to corner.
    Wire {
        /// Corners, mm: x and y in turn.
        points: Vec<f64>,
        /// True while current flows.
        live: bool,
    },
    /// A part.
    Part {
        /// Its sign.
        sign: Sign,
        /// Middle, mm.
        x: f64,
        /// Middle, mm.
        y: f64,
        /// Key of the part, where it is one.
        part: String,
        /// True while current flows.
        live: bool,
        /// True for a contact that is closed, a coil that is energised.
        on: bool,
        /// Brightness of a lamp, 0 to 1.
        level: f64,
    },
    /// Words.
    Text {
        /// Start, middle or end, mm.
        x: f64,
        /// Base line, mm.
        y: f64,
        /// The words.
        text: String,
        /// Height of the letters, mm.
        size: f64,
        /// `start`, `middle` or `end`.
        anchor: &'static str,
    },
}

/// A drawing on pages.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Diagram {
    /// What is drawn.
    pub title: String,
    /// The state in which it is drawn.
    pub words: String,
    /// Width of a page, mm.
    pub page_w: f64,
    /// Height of a page, mm.
    pub page_h: f64,
    /// What is on each page.
    pub pages: Vec<Vec<Item>>,
}

/// The drawing while it is made.
pub struct Sheet {
    diagram: Diagram,
    /// Where the next block starts, mm.
    y: f64,
    /// Colours of wires that are named, by their place in [`CODES`].
    colours: BTreeSet<usize>,
}

impl Sheet {
    /// An empty first page.
    pub fn new(title: String, words: String) -> Sheet {
        let pages = vec![Vec::new()];
        let diagram = Diagram { title, words, page_w: PAGE_W, page_h: PAGE_H, pages };
        Sheet { diagram, y: TOP, colours: BTreeSet::new() }
    }

    /// Notes a colour, to be explained below the drawing.
    pub fn uses_colour(&mut self, colour: &str) {
        let part = |c: &str| CODES.iter().position(|(_, name)| *name == c);
        self.colours.extend(colour.split('/').filter_map(part));
    }

    /// Room for a block of this height; returns its upper edge. A block is never cut.
    pub fn room(&mut self, height: f64) -> f64 {
        if self.y + height > BOTTOM && self.y > TOP {
            self.diagram.pages.push(Vec::new());
            self.y = TOP;
        }
        let y = self.y;
        self.y += height;
        y
    }

    /// Puts something on the page.
    pub fn put(&mut self, item: Item) {
        if let Some(page) = self.diagram.pages.last_mut() {
            page.push(item);
        }
    }

    /// What was drawn, without titles and pages.
    pub fn into_items(self) -> Vec<Item> {
        self.diagram.pages.into_iter().flatten().collect()
    }

    /// The finished drawing, each page with its title.
    pub fn finish(mut self) -> Diagram {
        let count = self.diagram.pages.len();
        let said = |&k: &usize| format!("{} {}", CODES[k].0, CODES[k].1);
        let colours: Vec<String> = self.colours.iter().map(said).collect();
        let legend = say::wires_size_in_mm_unless_awg(&colours.join(", "));
        let text = |x, y, text: String, size, anchor| Item::Text { x, y, text, size, anchor };
        for (i, page) in self.diagram.pages.iter_mut().enumerate() {
            page.push(text(10.0, 10.0, self.diagram.title.clone(), 4.5, "start"));
            page.push(text(10.0, 16.0, say::with_words(&self.diagram.words), 3.2, "start"));
            page.push(text(10.0, PAGE_H - 5.0, legend.clone(), 2.6, "start"));
            let number = say::page_of_count(&(i + 1), &count);
            page.push(text(PAGE_W - 10.0, 10.0, number, 3.2, "end"));
        }
        self.diagram
    }
}
