//! What is seen of a page, point by point, and what of it is printed.

use anyhow::{Context, Result};
use std::io::Cursor;

/// A picture of the page.
#[derive(Debug)]
pub struct Picture {
    width: usize,
    points: Vec<[u8; 3]>,
}

impl Picture {
    /// Reads a PNG.
    ///
    /// # Errors
    /// When it is none.
    pub fn read(png: &[u8]) -> Result<Picture> {
        let mut reader = png::Decoder::new(Cursor::new(png)).read_info()?;
        let size = reader.output_buffer_size().context("a picture without a size")?;
        let mut bytes = vec![0; size];
        let info = reader.next_frame(&mut bytes)?;
        let step = info.color_type.samples();
        let points =
            bytes.chunks(step).map(|p| [p[0], p[1.min(step - 1)], p[2.min(step - 1)]]).collect();
        Ok(Picture { width: info.width as usize, points })
    }

    /// Part of the points in a box (left, top, width, height) that are dark, 0 to 1.
    pub fn dark_part(&self, (left, top, width, height): (usize, usize, usize, usize)) -> f64 {
        let rows = self.points.chunks(self.width).skip(top).take(height);
        let inside: Vec<&[u8; 3]> = rows.flat_map(|r| r.iter().skip(left).take(width)).collect();
        let dark = inside.iter().filter(|p| p.iter().all(|&c| c < 110)).count();
        dark as f64 / inside.len().max(1) as f64
    }
}

/// Pages of a PDF as Chromium and our own program write it: their descriptions stand in plain text.
pub fn pdf_pages(pdf: &[u8]) -> usize {
    let text = String::from_utf8_lossy(pdf).replace("/Type/Page", "/Type /Page");
    text.matches("/Type /Page").count() - text.matches("/Type /Pages").count()
}
