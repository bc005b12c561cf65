//! Pages as PDF, with the fonts that ship with the program.

use jovek_core::printed::Page;
use jovek_phrases::refusals as say;
use krilla::Document;
use krilla::geom::Size;
use krilla::page::PageSettings;
use krilla_svg::{SurfaceExt, SvgSettings};
use std::sync::Arc;

/// Overpass, under the SIL Open Font License (fonts/OFL.txt).
const REGULAR: &[u8] = include_bytes!("../fonts/Overpass-Regular.ttf");
const BOLD: &[u8] = include_bytes!("../fonts/Overpass-Bold.ttf");
/// Points in a millimetre.
const POINT_MM: f32 = 72.0 / 25.4;

/// Why pages cannot be written as PDF.
#[derive(Debug, thiserror::Error)]
pub enum PdfError {
    /// A page is no drawing.
    #[error("{}", say::page_cannot_be_drawn(.page, .what))]
    Page {
        /// Which page, from 1.
        page: usize,
        /// What is wrong.
        what: String,
    },
    /// The file cannot be put together.
    #[error("{}", say::the_pdf_cannot_be_put_together(.0))]
    Document(String),
}

/// Writes pages, each an SVG of its own size, as one PDF.
///
/// # Errors
/// [`PdfError`].
pub fn pdf(pages: &[Page]) -> Result<Vec<u8>, PdfError> {
    let mut options = usvg::Options { font_family: "Overpass".into(), ..usvg::Options::default() };
    let fonts = Arc::make_mut(&mut options.fontdb);
    fonts.load_font_data(REGULAR.to_vec());
    fonts.load_font_data(BOLD.to_vec());
    fonts.set_sans_serif_family("Overpass");
    let mut document = Document::new();
    for (k, page) in pages.iter().enumerate() {
        let wrong = |what: String| PdfError::Page { page: k + 1, what };
        let (w, h) = (page.size_mm.0 as f32 * POINT_MM, page.size_mm.1 as f32 * POINT_MM);
        let tree = usvg::Tree::from_str(&page.svg, &options).map_err(|e| wrong(e.to_string()))?;
        let size = Size::from_wh(w, h).ok_or_else(|| wrong("no size".into()))?;
        let settings = PageSettings::from_wh(w, h).ok_or_else(|| wrong("no size".into()))?;
        let mut sheet = document.start_page_with(settings);
        let mut surface = sheet.surface();
        surface
            .draw_svg(&tree, size, SvgSettings::default())
            .ok_or_else(|| wrong("nothing was drawn".into()))?;
        surface.finish();
        sheet.finish();
    }
    document.finish().map_err(|e| PdfError::Document(format!("{e:?}")))
}
