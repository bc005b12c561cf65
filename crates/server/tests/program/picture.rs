//! Pictures as phones send them.

use image::{ImageFormat, Rgb, RgbImage};
use jovek_server::picture::{LONGEST_PX, MOST_BYTES, PictureError, kept};
use std::io::Cursor;

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
