//! The job on paper: the sheets that a person chooses, one after the other.

mod labels;
mod lists;

use crate::diagram::{diagram, page_svgs};
use crate::sheet::{PAGE_MM, Pages};
use crate::{formboard, packet};
use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use jiff::Timestamp;
use jovek_job::{Job, SupplyState, VehicleState};
use jovek_judge::answers::assess;
use jovek_judge::light::{LightAsked, LightPicture, Stands, drawing, light};
use jovek_judge::record::AsBuilt;
use jovek_judge::work::work;
use jovek_phrases::paper as say;
use jovek_plan::study::study;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A sheet that can be printed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum SheetKind {
    /// Switches, fuse map, cautions, what was fitted and read: what goes with the vehicle.
    Handover,
    /// The circuit diagram.
    Diagram,
    /// Pictures of the job.
    Pictures,
    /// Wires to cut, with their reels.
    Wires,
    /// Labels of the vehicle and of each end of each wire.
    Labels,
    /// Parts to lay out.
    Parts,
    /// The formboard.
    Formboard,
    /// Steps in their order.
    Steps,
    /// Readings to take, with room to write.
    Readings,
    /// The aim sheet.
    Aim,
}

impl SheetKind {
    /// All of them, those for the vehicle first.
    pub const ALL: [SheetKind; 10] = [
        SheetKind::Handover,
        SheetKind::Diagram,
        SheetKind::Pictures,
        SheetKind::Wires,
        SheetKind::Labels,
        SheetKind::Parts,
        SheetKind::Formboard,
        SheetKind::Steps,
        SheetKind::Readings,
        SheetKind::Aim,
    ];

    /// As it is written in an address or on the command line: `handover`.
    pub fn name(self) -> &'static str {
        match self {
            SheetKind::Handover => "handover",
            SheetKind::Diagram => "diagram",
            SheetKind::Pictures => "pictures",
            SheetKind::Wires => "wires",
            SheetKind::Labels => "labels",
            SheetKind::Parts => "parts",
            SheetKind::Formboard => "formboard",
            SheetKind::Steps => "steps",
            SheetKind::Readings => "readings",
            SheetKind::Aim => "aim",
        }
    }

    /// The sheet of that name.
    ///
    /// # Errors
    /// [`NoSuchSheet`].
    pub fn named(name: &str) -> Result<SheetKind, NoSuchSheet> {
        let found = SheetKind::ALL.into_iter().find(|s| s.name() == name);
        found.ok_or_else(|| NoSuchSheet { name: name.to_owned() })
    }

    /// As it is spoken.
    pub fn label(self) -> &'static str {
        match self {
            SheetKind::Handover => say::handover_switches_fuses_as_built(),
            SheetKind::Diagram => say::circuit_diagram(),
            SheetKind::Pictures => say::pictures(),
            SheetKind::Wires => say::wires_to_cut(),
            SheetKind::Labels => say::labels_to_stick_on(),
            SheetKind::Parts => say::parts(),
            SheetKind::Formboard => say::formboard(),
            SheetKind::Steps => say::steps(),
            SheetKind::Readings => say::readings_to_take(),
            SheetKind::Aim => say::aim_sheet(),
        }
    }
}

/// Nothing is printed under that name.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
#[error("{}", say::there_is_no_sheet_there(.name, &SheetKind::ALL.map(SheetKind::name).join(", ")))]
pub struct NoSuchSheet {
    name: String,
}

/// What goes into the glovebox.
pub const GLOVEBOX: [SheetKind; 3] = [SheetKind::Handover, SheetKind::Diagram, SheetKind::Pictures];

/// A picture of the job, as it is printed.
#[derive(Debug, Clone)]
pub struct PrintedPicture {
    /// What it shows, when and by whom it was taken.
    pub says: String,
    /// JPEG.
    pub jpeg: Vec<u8>,
}

/// What is to be printed.
#[derive(Debug, Clone, Copy)]
pub struct Asked<'a> {
    /// The job.
    pub job: &'a Job,
    /// Its record.
    pub record: &'a AsBuilt,
    /// The sheets, in their order.
    pub sheets: &'a [SheetKind],
    /// Its pictures.
    pub pictures: &'a [PrintedPicture],
    /// Where the owner's page is; none where nobody knows.
    pub owner_url: Option<&'a str>,
    /// Where the job itself is; none where the program is reached on its own machine alone.
    pub here: Option<&'a Here>,
    /// When: how far the steps are hangs on it.
    pub now: Timestamp,
}

/// Where a job stands in the program, as a phone reaches it.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Here {
    /// The program, such as `http://halt-lane.lan:4180`.
    pub app_url: String,
    /// Number of the job.
    pub job: i64,
    /// Number of its vehicle; none without one.
    pub vehicle: Option<i64>,
}

impl Here {
    /// The vehicle over its life, or the work on it where the register does not know it.
    pub fn vehicle_url(&self) -> String {
        match self.vehicle {
            Some(vehicle) => format!("{}/vehicles/{vehicle}", self.app_url),
            None => format!("{}/jobs/{}/fit", self.app_url, self.job),
        }
    }

    /// A piece of wire in the cut list.
    pub fn wire_url(&self, label: &str) -> String {
        format!("{}/jobs/{}/cut?wire={label}", self.app_url, self.job)
    }
}

/// A page on paper.
#[derive(Debug, Clone, PartialEq)]
pub struct Page {
    /// SVG.
    pub svg: String,
    /// Its size, mm.
    pub size_mm: (f64, f64),
}

/// A formboard lies across the page.
const ACROSS_MM: (f64, f64) = (PAGE_MM.1, PAGE_MM.0);

/// Draws the sheets; what the job has nothing for is left out.
pub fn printed(asked: &Asked) -> Vec<Page> {
    let mut out = Vec::new();
    for sheet in SheetKind::ALL.into_iter().filter(|s| asked.sheets.contains(s)) {
        out.extend(drawn(asked, sheet));
    }
    out
}

fn drawn(asked: &Asked, sheet: SheetKind) -> Vec<Page> {
    let Asked { job, record, .. } = *asked;
    let title = |words: &str| {
        let mut pages = Pages::new(&format!("{}; {words}", packet::foot(record)));
        pages.title(&say::unit_title(&record.unit, &words));
        pages
    };
    let upright = |pages: Pages| -> Vec<Page> {
        pages.finish().into_iter().map(|svg| Page { svg, size_mm: PAGE_MM }).collect()
    };
    match sheet {
        SheetKind::Handover => {
            let mut pages = Pages::new(&packet::foot(record));
            packet::handover(&mut pages, record, asked.owner_url);
            upright(pages)
        }
        // Without a steady state there is no diagram; the finding says so.
        SheetKind::Diagram => match diagram(job, &VehicleState::default()) {
            Ok(drawn) => {
                let mut pages = title(say::sheet_circuit_diagram());
                for inner in page_svgs(&drawn) {
                    pages.drawing(&inner, (drawn.page_w, drawn.page_h));
                }
                upright(pages)
            }
            Err(_) => Vec::new(),
        },
        SheetKind::Pictures if asked.pictures.is_empty() => Vec::new(),
        SheetKind::Pictures => {
            let mut pages = title(say::sheet_pictures());
            let framed = asked.pictures.iter().map(|p| {
                (format!("data:image/jpeg;base64,{}", STANDARD.encode(&p.jpeg)), p.says.clone())
            });
            pages.pictures(&framed.collect::<Vec<_>>());
            upright(pages)
        }
        SheetKind::Wires => {
            let mut pages = title(say::sheet_wires_to_cut());
            lists::wires(&mut pages, &assess(job));
            upright(pages)
        }
        SheetKind::Labels => labels::pages(job, &assess(job).cuts, asked.here),
        SheetKind::Parts => {
            let mut pages = title(say::sheet_parts());
            lists::parts(&mut pages, &assess(job).parts);
            upright(pages)
        }
        SheetKind::Steps => {
            let mut pages = title(say::sheet_steps());
            lists::steps(&mut pages, &work(job, asked.now));
            upright(pages)
        }
        SheetKind::Readings => {
            let mut pages = title(say::sheet_readings_to_take());
            lists::readings(&mut pages, &assess(job));
            upright(pages)
        }
        SheetKind::Formboard => formboard::pages(job, &study(job))
            .unwrap_or_default()
            .into_iter()
            .map(|svg| Page { svg, size_mm: ACROSS_MM })
            .collect(),
        SheetKind::Aim => {
            let plain = LightAsked {
                job: job.clone(),
                supply: SupplyState::EngineOff,
                circuit: None,
                stands: Stands::Planned,
                drawn: LightPicture::Nothing,
                beside: None,
            };
            match light(&plain) {
                Ok(report) if !report.aim.is_empty() => {
                    vec![Page { svg: drawing::aim_svg(job, &report), size_mm: PAGE_MM }]
                }
                _ => Vec::new(),
            }
        }
    }
}

/// The packet of a job for the glovebox, from its record: one SVG for each page.
pub fn packet(job: &Job, record: &AsBuilt) -> Vec<String> {
    // No sheet of it hangs on the time of day.
    let now = Timestamp::UNIX_EPOCH;
    let asked =
        Asked { job, record, sheets: &GLOVEBOX, pictures: &[], owner_url: None, here: None, now };
    printed(&asked).into_iter().map(|page| page.svg).collect()
}
