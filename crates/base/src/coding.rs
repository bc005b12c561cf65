//! The coding value of a module: a lamp that the vehicle could have had is turned on by one bit of it.

/// Bits of a coding byte.
pub const BITS: u32 = 8;

/// Why a bit is not changed: adding its value twice would set another one.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
pub enum CodingError {
    /// It is set already.
    #[error("bit {bit} is set in {value} already; adding {add} again would change other bits")]
    IsSet {
        /// Value before.
        value: u32,
        /// The bit.
        bit: u32,
        /// What would be added.
        add: u32,
    },
    /// It is not set.
    #[error("bit {bit} is not set in {value}; taking {add} away would change other bits")]
    IsClear {
        /// Value before.
        value: u32,
        /// The bit.
        bit: u32,
        /// What would be taken away.
        add: u32,
    },
    /// No such bit, or more than a byte holds.
    #[error("a coding byte holds 0 to 255 in bits 0 to 7; {value} with bit {bit} is none")]
    NoByte {
        /// Value given.
        value: u32,
        /// Bit given.
        bit: u32,
    },
}

fn weight(value: u32, bit: u32) -> Result<u32, CodingError> {
    if bit < BITS && value < 1 << BITS {
        Ok(1 << bit)
    } else {
        Err(CodingError::NoByte { value, bit })
    }
}

/// The value after a bit is set: the bit's weight more. Common practice: never twice.
///
/// # Errors
/// [`CodingError`] where it is set already, or is none.
pub fn set_bit(value: u32, bit: u32) -> Result<u32, CodingError> {
    let add = weight(value, bit)?;
    if value & add == 0 { Ok(value + add) } else { Err(CodingError::IsSet { value, bit, add }) }
}

/// The value after a bit is cleared: the bit's weight less.
///
/// # Errors
/// [`CodingError`] where it is not set, or is none.
pub fn clear_bit(value: u32, bit: u32) -> Result<u32, CodingError> {
    let add = weight(value, bit)?;
    if value & add != 0 { Ok(value - add) } else { Err(CodingError::IsClear { value, bit, add }) }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Common practice: add 64 to set bit 6, subtract 64 to clear it; never set it twice.
    #[test]
    fn a_bit_is_set_once_and_cleared_once() {
        assert_eq!(set_bit(130, 6), Ok(194));
        assert_eq!(clear_bit(194, 6), Ok(130));
        assert!(matches!(set_bit(194, 6), Err(CodingError::IsSet { add: 64, .. })));
        assert!(matches!(clear_bit(130, 6), Err(CodingError::IsClear { .. })));
        assert!(matches!(set_bit(130, 8), Err(CodingError::NoByte { .. })));
        assert!(matches!(set_bit(256, 0), Err(CodingError::NoByte { .. })));
    }

    /// Whatever the byte: set and cleared again is the same byte, and only that bit moves.
    #[test]
    fn only_that_bit_moves() {
        for value in 0..256 {
            for bit in 0..BITS {
                if let Ok(after) = set_bit(value, bit) {
                    assert_eq!(after ^ value, 1 << bit);
                    assert_eq!(clear_bit(after, bit), Ok(value));
                } else {
                    assert_eq!(clear_bit(value, bit).map(|v| v | 1 << bit), Ok(value));
                }
            }
        }
    }
}
