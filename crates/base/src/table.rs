//! Tables from CSV as shops have them: heads in any order, comma or semicolon between, bad rows named by line.

use jovek_phrases::figures as say;
use serde::Serialize;
use utoipa::ToSchema;

/// A row that was not taken.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct BadRow {
    /// Line of the file, from 1.
    pub line: u64,
    /// The row as it stands there.
    pub text: String,
    /// What is wrong, and what would be right.
    pub why: String,
}

/// More rows than are read.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct TooLong;

/// A table with its heads in lower case.
pub struct Table {
    heads: Vec<String>,
    records: Vec<Result<csv::StringRecord, csv::Error>>,
    /// True where semicolons divide: a comma may be the decimal sign then.
    pub has_decimal_comma: bool,
}

impl Table {
    /// Reads a table of at most so many rows.
    pub fn read(text: &str, most_rows: usize) -> Result<Table, TooLong> {
        let text = text.trim_start_matches('\u{feff}');
        let first = text.lines().next().unwrap_or_default();
        let has_decimal_comma = first.contains(';');
        let mut reader = csv::ReaderBuilder::new()
            .delimiter(if has_decimal_comma { b';' } else { b',' })
            .flexible(true)
            .trim(csv::Trim::All)
            .from_reader(text.as_bytes());
        let heads =
            reader.headers().map(|h| h.iter().map(str::to_lowercase).collect()).unwrap_or_default();
        let records: Vec<_> = reader.records().take(most_rows + 1).collect();
        if records.len() > most_rows {
            return Err(TooLong);
        }
        Ok(Table { heads, records, has_decimal_comma })
    }

    /// The column of a head.
    pub fn column(&self, head: &str) -> Option<usize> {
        self.heads.iter().position(|h| h == head)
    }

    /// Takes row by row: what `take` refuses becomes a bad row. A cell that is not there is empty.
    pub fn rows<T>(
        &self,
        mut take: impl FnMut(&dyn Fn(Option<usize>) -> String, &[T]) -> Result<T, String>,
    ) -> (Vec<T>, Vec<BadRow>) {
        let (mut good, mut bad) = (Vec::new(), Vec::new());
        for record in &self.records {
            let record = match record {
                Ok(record) => record,
                Err(e) => {
                    let line = e.position().map_or(0, csv::Position::line);
                    let why = say::cannot_be_read(&e);
                    bad.push(BadRow { line, text: String::new(), why });
                    continue;
                }
            };
            let cell =
                |at: Option<usize>| at.and_then(|k| record.get(k)).unwrap_or_default().to_owned();
            match take(&cell, &good) {
                Ok(row) => good.push(row),
                Err(why) => {
                    let text = record.iter().collect::<Vec<_>>().join(", ");
                    bad.push(BadRow {
                        line: record.position().map_or(0, csv::Position::line),
                        text: text.chars().take(120).collect(),
                        why,
                    });
                }
            }
        }
        (good, bad)
    }
}
