//! Common practice, no source: rows of `data/practice.toml`.

use cindo_core::fish::PieceAsked;
use cindo_core::methods::Value;
use cindo_core::outcome::TargetAsked;
use cindo_core::plan::{MethodAsked, Plan, PlanAsked, plan};

fn planned(row: &toml::Table) -> Plan {
    let number = |v: &toml::Value| v.as_float().or(v.as_integer().map(|i| i as f64)).unwrap();
    let settings = row["settings"]
        .as_table()
        .unwrap()
        .iter()
        .map(|(key, value)| {
            let value = match value {
                toml::Value::String(word) => Value::Word(word.clone()),
                toml::Value::Boolean(flag) => Value::Flag(*flag),
                other => Value::Number(number(other)),
            };
            (key.clone(), value)
        });
    let band = row["band_c"].as_array().unwrap();
    plan(&PlanAsked {
        piece: PieceAsked {
            fish: Some(row["fish"].as_str().unwrap().into()),
            cut: row.get("cut").map(|c| c.as_str().unwrap().into()),
            thickness_mm: Some(number(&row["thickness_mm"])),
            start_c: Some(number(&row["start_c"])),
            ..PieceAsked::default()
        },
        method: MethodAsked {
            kind: row["kind"].as_str().unwrap().into(),
            settings: settings.collect(),
        },
        target: TargetAsked::Band(number(&band[0]), number(&band[1])),
        range: false,
        field: None,
        late_s: 0.0,
    })
    .unwrap()
}

/// Plans a row, prints it, and says whether it lies inside the cooks' times.
fn inside(id: &str) -> bool {
    let file: toml::Table = include_str!("data/practice.toml").parse().unwrap();
    let rows = file["row"].as_array().unwrap();
    let row = rows
        .iter()
        .map(|r| r.as_table().unwrap())
        .find(|r| r["id"].as_str() == Some(id))
        .unwrap();
    let minutes: Vec<f64> = row["minutes"]
        .as_array()
        .unwrap()
        .iter()
        .map(|v| v.as_float().or(v.as_integer().map(|i| i as f64)).unwrap())
        .collect();
    let plan = planned(row);
    let low_min = (plan.off_heat_s - plan.window.early_s) / 60.0;
    let high_min = (plan.off_heat_s + plan.window.late_s) / 60.0;
    println!(
        "{id} {:20} {low_min:5.2} to {high_min:5.2} min, cooks {:4.1} to {:4.1}; off {:.2} core {:.1} -> {:.1} C, over {:.2}, crust {:.2?} mm, loss {:.3}, pan {:?}",
        row["what"].as_str().unwrap(),
        minutes[0],
        minutes[1],
        plan.off_heat_s / 60.0,
        plan.core_at_off_c,
        plan.outcome.core_peak_c,
        plan.outcome.overcooked_share,
        plan.outcome.crust_mm,
        plan.outcome.weight_loss_share,
        plan.outcome.plate_low_c,
    );
    low_min <= minutes[1] && high_min >= minutes[0]
}

#[test]
fn practice_p01_sear_both_sides() {
    assert!(inside("P01"));
}

#[test]
fn practice_p02_sear_then_lower() {
    assert!(inside("P02"));
}

#[test]
fn practice_p03_saute() {
    assert!(inside("P03"));
}

#[test]
fn practice_p04_slow_bake() {
    assert!(inside("P04"));
}

#[test]
fn practice_p05_slow_bake_buttered() {
    assert!(inside("P05"));
}
