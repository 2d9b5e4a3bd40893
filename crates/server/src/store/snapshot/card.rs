//! What is kept of a card.

use super::{Snapshot, Unreadable};
use serde::{Deserialize, Serialize};
use serde_json::Value;

/// A card as it was planned: the request word for word, and what was answered.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Card {
    /// As it was given, readable by the present types or not.
    pub request: Value,
    /// Kind of method.
    pub kind: String,
    /// Its name in words.
    pub name: String,
    /// When what was to be done, s.
    pub times: Times,
    /// The band aimed at.
    pub band: Band,
    /// How it was to come out.
    pub outcome: Outcome,
}

/// Times of a plan, s.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Times {
    /// Off the heat.
    pub off_heat_s: f64,
    /// When to begin to look.
    pub look_from_s: f64,
    /// When nine in ten are done.
    pub latest_s: f64,
    /// When it is turned.
    #[serde(default)]
    pub turns_s: Vec<f64>,
    /// How long it rests.
    pub rest_s: f64,
}

/// Core temperatures aimed at, C.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
pub struct Band {
    /// Low end.
    pub low_c: f64,
    /// High end.
    pub high_c: f64,
}

/// How a piece was to come out. What was not known when it was written is not there.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
pub struct Outcome {
    /// Coldest point at its highest, C.
    pub core_peak_c: f64,
    /// Coldest point as it leaves the heat, C.
    #[serde(default)]
    pub core_at_off_c: Option<f64>,
    /// The same at the thin end at its highest, C.
    #[serde(default)]
    pub thin_end_peak_c: Option<f64>,
    /// Share that is overcooked.
    #[serde(default)]
    pub overcooked_share: Option<f64>,
    /// Share in the band.
    #[serde(default)]
    pub even_share: Option<f64>,
    /// Weight lost.
    #[serde(default)]
    pub weight_loss_share: Option<f64>,
}

impl Snapshot for Card {
    const FORM: i32 = 2;

    fn earlier(_: i32, text: &str) -> Result<Self, Unreadable> {
        first(&serde_json::from_str(text).map_err(Unreadable::damaged)?)
    }
}

/// Form 1: request and plan of the first version as texts within; of the plan only what is needed is
/// looked for, so that a field that has gone since spoils nothing.
fn first(held: &Value) -> Result<Card, Unreadable> {
    let part = |name: &str| -> Result<Value, Unreadable> {
        let text = held[name].as_str().unwrap_or_default();
        serde_json::from_str(text).map_err(|cause| Unreadable::Damaged {
            why: format!("{name}: {cause}"),
        })
    };
    let (request, plan) = (part("request")?, part("plan")?);
    let number = |at: &Value, key: &str| {
        at[key].as_f64().ok_or_else(|| Unreadable::Damaged {
            why: format!("plan: {key} is missing"),
        })
    };
    let word = |key: &str| plan[key].as_str().unwrap_or_default().to_owned();
    let maybe = |key: &str| plan[key].as_f64();
    Ok(Card {
        kind: word("kind"),
        name: word("name"),
        times: Times {
            off_heat_s: number(&plan, "off_heat_s")?,
            look_from_s: number(&plan, "look_from_s")?,
            latest_s: number(&plan, "latest_s")?,
            turns_s: plan["turns_s"].as_array().map_or_else(Vec::new, |turns| {
                turns.iter().filter_map(Value::as_f64).collect()
            }),
            rest_s: number(&plan, "rest_s")?,
        },
        band: Band {
            low_c: number(&plan["target"], "low_c")?,
            high_c: number(&plan["target"], "high_c")?,
        },
        outcome: Outcome {
            core_peak_c: number(&plan, "core_peak_c")?,
            core_at_off_c: maybe("core_at_off_c"),
            thin_end_peak_c: maybe("thin_end_peak_c"),
            overcooked_share: maybe("overcooked_share"),
            even_share: maybe("even_share"),
            weight_loss_share: maybe("weight_loss_share"),
        },
        request,
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_is_written_is_read_again_and_newer_forms_say_so() {
        let card = Card {
            request: serde_json::json!({ "piece": { "fish": "hake" }, "unheard_of": 3 }),
            kind: "steam".into(),
            name: "Steam".into(),
            times: Times {
                off_heat_s: 400.0,
                look_from_s: 350.0,
                latest_s: 470.0,
                turns_s: vec![],
                rest_s: 60.0,
            },
            band: Band {
                low_c: 52.0,
                high_c: 55.0,
            },
            outcome: Outcome {
                core_peak_c: 53.5,
                core_at_off_c: None,
                thin_end_peak_c: Some(60.0),
                overcooked_share: None,
                even_share: None,
                weight_loss_share: None,
            },
        };
        let text = serde_json::to_string(&card).unwrap();
        let read = Card::read_form;
        assert_eq!(read(2, &text), Ok(card));
        assert_eq!(read(3, &text), Err(Unreadable::Newer { form: 3 }));
        assert!(matches!(read(2, "{"), Err(Unreadable::Damaged { .. })));
        assert!(matches!(read(1, "{}"), Err(Unreadable::Damaged { .. })));
    }
}
