//! A card as a schema.org Recipe in JSON-LD (schema.org/Recipe; times in ISO 8601). Our own question goes along
//! as an `identifier`, so that it is read back whole.

use super::card_file::CardFile;
use super::{piece_line, step_line};
use crate::error::RequestError;
use crate::wire::{PlanAnswer, PlanRequest, PrepAnswer, SettingTakes, read};
use cindo_core::kit::Allergen;
use cindo_core::target::Rules;
use jiff::SignedDuration;
use serde::Deserialize;
use serde_json::{Value, json};

const OURS: &str = "cindo-card";

/// As ISO 8601 has it, to the second.
fn duration(s: f64) -> String {
    SignedDuration::from_secs(s.round() as i64).to_string()
}

fn clock(s: f64) -> String {
    let all = s.abs().round() as i64;
    let before = if s < 0.0 { " before" } else { "" };
    format!("{}:{:02}{before}", all / 60, all % 60)
}

/// What it is, where it lands, and what to know of it before anybody eats it.
fn description(plan: &PlanAnswer) -> String {
    let mut said = format!(
        "{} Lands at {:.0} C in the middle.",
        plan.summary, plan.core_peak_c
    );
    if let Some(party) = plan.party.as_ref().filter(|party| party.batches > 1) {
        let minutes = party.party_s / 60.0;
        said.push_str(&format!(
            " In {} batches of {}: {minutes:.0} minutes from the first in to the last served.",
            party.batches, party.a_batch
        ));
    }
    said.push(' ');
    said.push_str(&Allergen::sentence(&plan.allergens, Rules::EuUk));
    for notice in &plan.warnings {
        said.push(' ');
        said.push_str(&notice.message);
    }
    said
}

/// What stands under it and how it is set.
fn kit(plan: &PlanAnswer) -> Vec<String> {
    let settings = plan.settings.iter();
    settings
        .filter_map(|setting| match &setting.control {
            SettingTakes::Choice { value, options, .. } => {
                let chosen = options.iter().find(|option| option.key == *value)?;
                Some(format!("{}: {}", setting.name, chosen.name))
            }
            SettingTakes::Number { value, unit, .. } if unit == "C" => {
                Some(format!("{}: {value:.0} C", setting.name))
            }
            SettingTakes::Number { .. } | SettingTakes::Flag { .. } => None,
        })
        .collect()
}

/// What goes into it, as far as the plan says: the fish, what it is cooked in and coated with, and salt.
fn ingredients(request: &PlanRequest, plan: &PlanAnswer) -> Result<Vec<String>, RequestError> {
    let chosen = plan.settings.iter().filter_map(|setting| {
        let goes_in = ["fat", "coating", "batter"].contains(&setting.key.as_str());
        let SettingTakes::Choice { value, options, .. } = &setting.control else {
            return None;
        };
        let option = options.iter().find(|option| option.key == *value)?;
        (goes_in && option.key != "none").then(|| option.name.clone())
    });
    let mut all = vec![piece_line(&request.piece)];
    if request.prep.is_some() {
        let prepared = PrepAnswer::of_plan(request)?;
        let others = prepared.quantities.iter().skip(1);
        all.extend(others.map(|one| match one.count {
            Some(count) => format!("{count:.1} {}", one.what),
            None => format!("{:.0} g {}", one.g, one.what),
        }));
        return Ok(all);
    }
    all.extend(chosen);
    all.push("salt".into());
    Ok(all)
}

/// Writes it.
pub(super) fn write(
    title: &str,
    request: &PlanRequest,
    plan: &PlanAnswer,
) -> Result<String, RequestError> {
    let steps: Vec<Value> = plan
        .steps
        .iter()
        .map(|step| {
            let said = [
                vec![format!("{}.", step_line(step))],
                step.cues.iter().map(|&c| c.to_owned()).collect(),
            ];
            let cautions = step
                .cautions
                .iter()
                .map(|caution| caution.message.to_string());
            let text: Vec<String> = said.concat().into_iter().chain(cautions).collect();
            json!({ "@type": "HowToStep", "name": clock(step.at_s()), "text": text.join(" ") })
        })
        .collect();
    let asked = serde_json::to_string(request).map_err(RequestError::ours)?;
    let recipe = json!({
        "@context": "https://schema.org",
        "@type": "Recipe",
        "name": title,
        "description": description(plan),
        "cookingMethod": plan.name,
        "recipeYield": format!("{} pieces", request.piece.pieces.unwrap_or(1)),
        "recipeIngredient": ingredients(request, plan)?,
        "tool": kit(plan),
        "prepTime": duration(plan.heat_up_s),
        "cookTime": duration(plan.party_s),
        "totalTime": duration(plan.heat_up_s + plan.party_s),
        "recipeInstructions": steps,
        "identifier": { "@type": "PropertyValue", "propertyID": OURS, "value": asked },
    });
    let text = serde_json::to_string_pretty(&recipe).map_err(RequestError::ours)?;
    // Whoever puts it into a page puts it into a script: nothing in it may end that.
    Ok(text.replace("</", "<\\/"))
}

#[derive(Deserialize)]
struct Read {
    #[serde(rename = "@type")]
    is: String,
    name: String,
    identifier: Option<Identifier>,
}

#[derive(Deserialize)]
struct Identifier {
    #[serde(rename = "propertyID")]
    of: String,
    value: String,
}

/// The card in a recipe that was written here.
pub(super) fn read_card(bytes: &[u8]) -> Result<CardFile, RequestError> {
    let foreign = || {
        RequestError::Field {
        code: "not_ours",
        field: "file",
        message: "this recipe does not say how thick the piece is or how it is cooked in a way that can be \
                  computed. Set the piece here, and type the times of the recipe on its card."
            .into(),
    }
    };
    let recipe: Read = serde_json::from_slice(bytes).map_err(|_| foreign())?;
    let ours = recipe.identifier.filter(|identifier| identifier.of == OURS);
    let ours = ours.filter(|_| recipe.is == "Recipe").ok_or_else(foreign)?;
    Ok(CardFile {
        id: None,
        title: recipe.name,
        saved_at: None,
        result: None,
        note: String::new(),
        request: read(ours.value.as_bytes())?,
    })
}
