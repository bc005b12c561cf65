//! The coding value of a module: a lamp that the vehicle could have had is turned on by one bit of it. Some testers show
//! it as one number, some as a row of bytes; it is kept as it was read.

use jovek_phrases::figures as say;
use serde::{Deserialize, Deserializer, Serialize, Serializer};
use std::fmt;
use std::str::FromStr;

/// Bits of a coding byte.
pub const BITS: u32 = 8;
/// Most bits of a value that is one number.
const MOST_BITS: u32 = 120;
/// Most bytes of a long value.
const MOST_BYTES: usize = 255;

/// Why a bit is not changed: adding its value twice would set another one.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum CodingError {
    /// It is set already.
    #[error("{}", say::is_set_in_already_adding_again(.place, .value, .add))]
    IsSet {
        /// Value before.
        value: CodingValue,
        /// The bit.
        place: BitPlace,
        /// What would be added.
        add: u128,
    },
    /// It is not set.
    #[error("{}", say::is_not_set_in_taking_away(.place, .value, .add))]
    IsClear {
        /// Value before.
        value: CodingValue,
        /// The bit.
        place: BitPlace,
        /// What would be taken away.
        add: u128,
    },
    /// The value has no such bit.
    #[error("{}", say::has_no(.value, .place, .holds))]
    NoBit {
        /// Value given.
        value: CodingValue,
        /// Bit given.
        place: BitPlace,
        /// What it has.
        holds: String,
    },
}

/// A text that is no coding value.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error("{}", say::is_no_coding_value_give_one(.0))]
pub struct NoCodingValue(String);

/// A coding value as a tester shows it.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum CodingValue {
    /// One number.
    Number(u128),
    /// Bytes, the first one byte 0.
    Bytes(Vec<u8>),
}

/// A bit of a coding value.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct BitPlace {
    /// Its byte, counted from 0; none in a value that is one number.
    pub byte: Option<u32>,
    /// The bit, the lowest one 0.
    pub bit: u32,
}

impl BitPlace {
    /// What the bit counts for, in its byte or in the number: 64 for bit 6. None for a bit that no value has.
    pub fn weight(self) -> Option<u128> {
        let most = if self.byte.is_some() { BITS } else { MOST_BITS };
        (self.bit < most).then(|| 1 << self.bit)
    }
}

impl fmt::Display for BitPlace {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self.byte {
            Some(byte) => write!(f, "{}", say::byte_bit(&byte, &self.bit)),
            None => write!(f, "{}", say::bit(&self.bit)),
        }
    }
}

impl fmt::Display for CodingValue {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            CodingValue::Number(value) => write!(f, "{value}"),
            CodingValue::Bytes(bytes) => {
                let each: Vec<String> = bytes.iter().map(|b| format!("{b:02X}")).collect();
                f.write_str(&each.join(" "))
            }
        }
    }
}

impl From<u32> for CodingValue {
    fn from(value: u32) -> Self {
        CodingValue::Number(value.into())
    }
}

impl FromStr for CodingValue {
    type Err = NoCodingValue;

    /// Digits alone are a number. Anything with a gap or with A to F in it is bytes.
    fn from_str(text: &str) -> Result<Self, NoCodingValue> {
        let fault = || NoCodingValue(text.into());
        let trimmed = text.trim();
        if !trimmed.is_empty() && trimmed.bytes().all(|b| b.is_ascii_digit()) {
            let value: u128 = trimmed.parse().map_err(|_| fault())?;
            return if value < 1 << MOST_BITS {
                Ok(CodingValue::Number(value))
            } else {
                Err(fault())
            };
        }
        let mut bytes = Vec::new();
        for group in trimmed.split([' ', '-', ':', '\t']).filter(|g| !g.is_empty()) {
            if group.len() % 2 != 0 || !group.is_ascii() {
                return Err(fault());
            }
            for k in (0..group.len()).step_by(2) {
                bytes.push(u8::from_str_radix(&group[k..k + 2], 16).map_err(|_| fault())?);
            }
        }
        if bytes.is_empty() || bytes.len() > MOST_BYTES {
            return Err(fault());
        }
        Ok(CodingValue::Bytes(bytes))
    }
}

impl Serialize for CodingValue {
    fn serialize<S: Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        serializer.collect_str(self)
    }
}

impl<'de> Deserialize<'de> for CodingValue {
    /// Reads a text, or a plain number as older files have it.
    fn deserialize<D: Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        #[derive(Deserialize)]
        #[serde(untagged)]
        enum Written {
            Number(u32),
            Text(String),
        }
        match Written::deserialize(deserializer)? {
            Written::Number(value) => Ok(CodingValue::Number(value.into())),
            Written::Text(text) => text.parse().map_err(serde::de::Error::custom),
        }
    }
}

impl CodingValue {
    /// Whether a bit of it is set.
    ///
    /// # Errors
    /// [`CodingError::NoBit`] where it has no such bit.
    pub fn has(&self, place: BitPlace) -> Result<bool, CodingError> {
        let none = |holds: String| CodingError::NoBit { value: self.clone(), place, holds };
        match (self, place.byte) {
            (CodingValue::Number(value), None) => match place.weight() {
                Some(weight) => Ok(value & weight != 0),
                None => Err(none(say::a_number_has_bits_0(&(MOST_BITS - 1)))),
            },
            (CodingValue::Bytes(bytes), Some(byte)) => {
                match (bytes.get(byte as usize), place.weight()) {
                    (Some(held), Some(weight)) => Ok(u128::from(*held) & weight != 0),
                    _ => Err(none(say::it_has_bytes_0(&(bytes.len() - 1)))),
                }
            }
            (CodingValue::Number(_), Some(_)) => {
                Err(none(say::one_number_has_no_bytes_leave().into()))
            }
            (CodingValue::Bytes(_), None) => Err(none(say::say_in_which_byte_the_first().into())),
        }
    }

    fn turned(&self, place: BitPlace) -> CodingValue {
        let weight = place.weight().unwrap_or_default();
        match (self, place.byte) {
            (CodingValue::Bytes(bytes), Some(byte)) => {
                let turn =
                    |(k, b): (usize, &u8)| if k as u32 == byte { b ^ weight as u8 } else { *b };
                CodingValue::Bytes(bytes.iter().enumerate().map(turn).collect())
            }
            (CodingValue::Number(value), _) => CodingValue::Number(value ^ weight),
            (CodingValue::Bytes(_), None) => self.clone(),
        }
    }

    /// The value after a bit is set: the bit's weight more. Common practice: never twice.
    ///
    /// # Errors
    /// [`CodingError`] where it is set already, or there is none.
    pub fn set(&self, place: BitPlace) -> Result<CodingValue, CodingError> {
        if self.has(place)? {
            let add = place.weight().unwrap_or_default();
            return Err(CodingError::IsSet { value: self.clone(), place, add });
        }
        Ok(self.turned(place))
    }

    /// The value after a bit is cleared: the bit's weight less.
    ///
    /// # Errors
    /// [`CodingError`] where it is not set, or there is none.
    pub fn clear(&self, place: BitPlace) -> Result<CodingValue, CodingError> {
        if !self.has(place)? {
            let add = place.weight().unwrap_or_default();
            return Err(CodingError::IsClear { value: self.clone(), place, add });
        }
        Ok(self.turned(place))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    fn value(text: &str) -> CodingValue {
        text.parse().expect(text)
    }

    const fn bit(bit: u32) -> BitPlace {
        BitPlace { byte: None, bit }
    }

    const fn of_byte(byte: u32, bit: u32) -> BitPlace {
        BitPlace { byte: Some(byte), bit }
    }

    /// Common practice: add 64 to set bit 6, subtract 64 to clear it; never set it twice.
    #[test]
    fn a_bit_is_set_once_and_cleared_once() {
        assert_eq!(value("130").set(bit(6)), Ok(value("194")));
        assert_eq!(value("194").clear(bit(6)), Ok(value("130")));
        assert!(matches!(value("194").set(bit(6)), Err(CodingError::IsSet { add: 64, .. })));
        assert!(matches!(value("130").clear(bit(6)), Err(CodingError::IsClear { .. })));
        assert!(matches!(value("130").set(bit(120)), Err(CodingError::NoBit { .. })));
        // Beyond a byte: 16450 is 16384 + 64 + 2.
        assert_eq!(value("16450").clear(bit(6)), Ok(value("16386")));
        assert_eq!(value("16450").set(bit(15)), Ok(value("49218")));
    }

    #[test]
    fn a_long_value_changes_in_one_byte() {
        let long = value("04 00 8A 12 FF");
        assert_eq!(long.set(of_byte(2, 6)), Ok(value("04 00 CA 12 FF")));
        assert_eq!(value("04008a12ff"), long);
        assert!(long.set(of_byte(4, 0)).is_err() && long.set(of_byte(5, 0)).is_err());
        let told = |e: Result<CodingValue, CodingError>| e.unwrap_err().to_string();
        assert!(told(long.set(bit(3))).ends_with("say in which byte, the first is 0"));
        assert!(told(value("12").set(of_byte(0, 3))).ends_with("leave the byte empty"));
        assert_eq!(
            told(long.set(of_byte(0, 2))),
            "byte 0, bit 2 is set in 04 00 8A 12 FF already; adding 4 again would change other bits"
        );
    }

    #[test]
    fn what_is_no_value_is_refused_with_words() {
        for text in
            ["", "  ", "12 3", "G4", "0x12", "-5", "1.5", "ü1", &"9".repeat(40), &"AB".repeat(256)]
        {
            assert!(text.parse::<CodingValue>().is_err(), "{text}");
        }
    }

    proptest! {
        /// Set and cleared again is the same value, and no other bit moves; what is shown is read again.
        #[test]
        fn only_that_bit_moves(bytes in prop::collection::vec(any::<u8>(), 2..30), number in 0..1u128 << 120, b in 0..8u32, n in 0..120u32) {
            let at = of_byte(bytes.len() as u32 - 1, b);
            for (value, place) in [(CodingValue::Bytes(bytes.clone()), at), (CodingValue::Number(number), bit(n))] {
                prop_assert_eq!(value.to_string().parse::<CodingValue>(), Ok(value.clone()));
                match value.set(place) {
                    Ok(after) => {
                        prop_assert!(after.has(place).unwrap());
                        prop_assert_eq!(after.clear(place), Ok(value));
                    }
                    Err(_) => prop_assert_eq!(value.clear(place).unwrap().set(place), Ok(value)),
                }
            }
        }
    }
}
