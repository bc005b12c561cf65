//! Pictures as they come from a phone, made into what is kept: no larger than needed, turned upright, and
//! without the place where they were taken.

use image::codecs::jpeg::JpegEncoder;
use image::{DynamicImage, ImageDecoder, ImageReader, Limits};
use jovek_phrases::refusals as say;
use std::io::Cursor;

/// Most bytes that are taken in.
pub const MOST_BYTES: usize = 16 * 1024 * 1024;
/// Longest side that is kept, px.
pub const LONGEST_PX: u32 = 1600;
/// Longest side that is read, px.
const READ_PX: u32 = 12_000;
/// Most pixels that are decoded: a few kilobytes may stand for gigabytes. The largest phone picture has fewer.
const MOST_PIXELS: u64 = 40_000_000;
/// Quality of the JPEG that is kept.
const QUALITY: u8 = 82;

/// Why a picture is not taken.
#[derive(Debug, thiserror::Error)]
pub enum PictureError {
    /// Too many bytes.
    #[error("{}", say::the_picture_has_more_than_16())]
    TooLarge,
    /// Too many pixels.
    #[error("{}", say::the_picture_has_million_pixels(.0))]
    TooManyPixels(u64),
    /// No picture that can be read.
    #[error("{}", say::this_is_no_jpeg_or_png(.0))]
    Unreadable(String),
}

/// The picture as it is kept: a JPEG of its pixels and nothing else.
///
/// # Errors
/// [`PictureError`].
pub fn kept(bytes: &[u8]) -> Result<Vec<u8>, PictureError> {
    if bytes.len() > MOST_BYTES {
        return Err(PictureError::TooLarge);
    }
    let unreadable = |e: image::ImageError| PictureError::Unreadable(e.to_string());
    let mut reader = ImageReader::new(Cursor::new(bytes))
        .with_guessed_format()
        .map_err(|e| PictureError::Unreadable(e.to_string()))?;
    let mut limits = Limits::default();
    limits.max_image_width = Some(READ_PX);
    limits.max_image_height = Some(READ_PX);
    reader.limits(limits);
    let mut decoder = reader.into_decoder().map_err(unreadable)?;
    let (width, height) = decoder.dimensions();
    let pixels = u64::from(width) * u64::from(height);
    if pixels > MOST_PIXELS {
        return Err(PictureError::TooManyPixels(pixels / 1_000_000));
    }
    // A phone writes how it was held beside the pixels, with the place: the turn is kept, the rest is not.
    let turn = decoder.orientation().map_err(unreadable)?;
    let mut picture = DynamicImage::from_decoder(decoder).map_err(unreadable)?;
    picture.apply_orientation(turn);
    if picture.width().max(picture.height()) > LONGEST_PX {
        picture = picture.thumbnail(LONGEST_PX, LONGEST_PX);
    }
    let mut out = Vec::new();
    let encoder = JpegEncoder::new_with_quality(&mut out, QUALITY);
    picture.to_rgb8().write_with_encoder(encoder).map_err(unreadable)?;
    Ok(out)
}
