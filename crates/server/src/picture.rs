//! Pictures as they come from a phone, made into what is kept: no larger than needed, turned upright, and
//! without the place where they were taken.

use image::codecs::jpeg::JpegEncoder;
use image::{DynamicImage, ImageDecoder, ImageReader, Limits};
use std::io::Cursor;

/// Most bytes that are taken in.
pub const MOST_BYTES: usize = 16 * 1024 * 1024;
/// Longest side that is kept, px.
const LONGEST_PX: u32 = 1600;
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
    #[error("the picture has more than 16 MB; take a smaller one")]
    TooLarge,
    /// Too many pixels.
    #[error("the picture has {0} million pixels, more than 40; take a smaller one")]
    TooManyPixels(u64),
    /// No picture that can be read.
    #[error("this is no JPEG or PNG that can be read ({0})")]
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

#[cfg(test)]
mod tests {
    use super::*;
    use image::{ImageFormat, Rgb, RgbImage};

    /// Pixels are counted before they are decoded.
    #[test]
    fn a_small_file_of_very_many_pixels_is_refused() {
        for (width, height, is_taken) in [(8000, 5000, true), (8000, 5008, false)] {
            let mut file = Vec::new();
            let blank = image::GrayImage::new(width, height);
            blank.write_to(&mut Cursor::new(&mut file), ImageFormat::Png).unwrap();
            let made = kept(&file);
            assert_eq!(made.is_ok(), is_taken, "{width} x {height}: {:?}", made.err());
        }
    }

    /// A JPEG with an EXIF block that holds a turn and a place, as phones write it.
    fn phone_picture(width: u32, height: u32) -> Vec<u8> {
        let pixels = RgbImage::from_fn(width, height, |x, _| {
            if x < width / 2 { Rgb([200, 30, 30]) } else { Rgb([30, 30, 200]) }
        });
        let mut plain = Vec::new();
        pixels.write_to(&mut Cursor::new(&mut plain), ImageFormat::Jpeg).unwrap();
        // TIFF, big endian: one entry, orientation 6 (turn right), then words that stand for a place.
        let mut exif =
            b"Exif\0\0MM\0\x2a\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01\0\x06\0\0\0\0\0\0".to_vec();
        exif.extend(b"GPSLatitude 52.5 GPSLongitude 0.1");
        let mut out = plain[..2].to_vec();
        out.extend([0xff, 0xe1]);
        out.extend((exif.len() as u16 + 2).to_be_bytes());
        out.extend(&exif);
        out.extend(&plain[2..]);
        out
    }

    fn holds(bytes: &[u8], words: &[u8]) -> bool {
        bytes.windows(words.len()).any(|w| w == words)
    }

    #[test]
    fn the_place_is_taken_off_and_the_turn_is_kept() {
        let sent = phone_picture(80, 40);
        assert!(holds(&sent, b"GPSLatitude"));
        let kept = kept(&sent).unwrap();
        assert!(!holds(&kept, b"GPS") && !holds(&kept, b"Exif"));
        let picture = image::load_from_memory(&kept).unwrap().to_rgb8();
        assert_eq!(picture.dimensions(), (40, 80), "turned upright");
        // Turned right, what was on the left is on top.
        assert!(picture.get_pixel(20, 5)[0] > 150 && picture.get_pixel(20, 75)[2] > 150);
    }

    #[test]
    fn large_pictures_are_made_smaller_and_others_refused() {
        let kept_large = kept(&phone_picture(2600, 1300)).unwrap();
        let picture = image::load_from_memory(&kept_large).unwrap();
        assert_eq!(picture.width().max(picture.height()), LONGEST_PX);
        assert!(matches!(kept(b"no picture at all"), Err(PictureError::Unreadable(_))));
        assert!(matches!(kept(&phone_picture(80, 40)[..60]), Err(PictureError::Unreadable(_))));
        assert!(matches!(kept(&vec![0; MOST_BYTES + 1]), Err(PictureError::TooLarge)));
    }
}
