//! Colours of insulation by their letters.

/// Letters of a colour: `black/blue` is `BKBU`. Source: IEC 60757, recalled from memory; a stripe follows
/// the ground colour.
pub fn letters(colour: &str) -> String {
    colour.split('/').map(|c| CODES.iter().find(|(_, n)| *n == c).map_or(c, |(l, _)| *l)).collect()
}

/// Letters and colours.
pub const CODES: [(&str, &str); 11] = [
    ("BK", "black"),
    ("BN", "brown"),
    ("RD", "red"),
    ("OG", "orange"),
    ("YE", "yellow"),
    ("GN", "green"),
    ("BU", "blue"),
    ("VT", "violet"),
    ("GY", "grey"),
    ("WH", "white"),
    ("PK", "pink"),
];
