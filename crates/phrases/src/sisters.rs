//! Sister vehicles as a reference.

sentences! {
    they_read(median, low, high, count) = "Sisters read {median} ({low} to {high}, {count} vehicles).";
    odd(median, low, high, count, own, one_in) = "Sisters read {median} here ({low} to {high}, {count} vehicles), this one {own}: of sound vehicles about one in {one_in} would.";
}
