//! The food-safety sheet as comma-separated values (RFC 4180).

use crate::error::RequestError;
use crate::wire::Sheet;

/// What a spreadsheet would take for a formula is written as text.
fn plain(text: &str) -> String {
    if text.starts_with(['=', '+', '-', '@', '\t', '\r']) {
        format!("'{text}")
    } else {
        text.to_owned()
    }
}

/// Writes it.
///
/// # Errors
/// What cannot be written.
pub fn write_sheet(sheet: &Sheet) -> Result<String, RequestError> {
    let mut table = csv::Writer::from_writer(vec![]);
    let figure = |value: Option<f64>| value.map_or_else(String::new, |v| format!("{v:.1}"));
    let mut rows = || -> Result<(), csv::Error> {
        table.write_record(["at", "kind", "of", "c", "minutes", "by", "says"])?;
        for line in &sheet.lines {
            table.write_record([
                line.at.clone(),
                line.kind.name().to_owned(),
                plain(&line.of),
                figure(line.c),
                figure(line.minutes),
                plain(&line.by),
                plain(&line.says),
            ])?;
        }
        Ok(())
    };
    rows().map_err(RequestError::ours)?;
    let bytes = table
        .into_inner()
        .map_err(|e| RequestError::ours(e.to_string()))?;
    String::from_utf8(bytes).map_err(RequestError::ours)
}
