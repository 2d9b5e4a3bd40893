//! What a cook would choose (`data/choice.toml`, written before the code that judges) against the order of the ways.

use super::notes::note;
use cindo_core::choice::fitted;
use cindo_core::fish::{Eaters, Piece, PieceAsked};
use cindo_core::kit::{Kitchen, KitchenAsked, UsualKitchen, usual_kitchens};
use cindo_core::methods::Method;
use cindo_core::plan::{MethodAsked, PlanAsked, RankAsked, Ranked, Wishes, plan, rank};
use cindo_core::target::TargetAsked;
use serde::Deserialize;

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Asked {
    fish: String,
    cut: Option<String>,
    thickness_mm: f64,
    mass_g: Option<f64>,
    skin: Option<String>,
    pieces: Option<u32>,
    state: Option<String>,
    start_c: Option<f64>,
    #[serde(default)]
    bone: bool,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Expected {
    what: String,
    piece: Asked,
    target: Option<String>,
    #[serde(default)]
    wishes: Vec<String>,
    first: Vec<String>,
    front: Vec<String>,
    never: Vec<String>,
    within_min: Option<f64>,
}

#[derive(Deserialize)]
struct File {
    piece: Vec<Expected>,
}

/// The ways of a piece asked for.
fn question(asked: &Asked) -> RankAsked {
    RankAsked {
        tonight: Default::default(),
        piece: PieceAsked {
            fish: Some(asked.fish.clone()),
            cut: asked.cut.clone(),
            thickness_mm: Some(asked.thickness_mm),
            mass_g: asked.mass_g,
            skin: asked.skin.clone(),
            pieces: asked.pieces,
            state: asked.state.clone(),
            start_c: asked.start_c,
            bone: asked.bone,
            ..PieceAsked::default()
        },
        target: TargetAsked::Usual,
        kitchen: Kitchen::SEA_LEVEL,
        eaters: Eaters::Everyone,
        wishes: Wishes::default(),
        field: None,
    }
}

fn ranked(expected: &Expected) -> Ranked {
    let on = |wish: &str| expected.wishes.iter().any(|w| w == wish);
    rank(&RankAsked {
        target: expected
            .target
            .clone()
            .map_or(TargetAsked::Usual, TargetAsked::Level),
        wishes: Wishes {
            crisp: on("crisp"),
            tender: on("tender"),
            quick: on("quick"),
            little_smell: on("little_smell"),
            ..Wishes::default()
        },
        ..question(&expected.piece)
    })
    .unwrap()
}

/// Thirty-four pieces, their front and what must not be near it. common practice, no source.
#[test]
pub fn practice_what_a_cook_would_choose() {
    let file: File = toml::from_str(include_str!("data/choice.toml")).unwrap();
    let mut wrong = Vec::new();
    for expected in &file.piece {
        let ways = ranked(expected).ways;
        let order: Vec<&str> = ways
            .iter()
            .filter(|way| way.suits)
            .map(|way| way.method.kind)
            .collect();
        let front = &order[..order.len().min(4)];
        note(
            expected.what.clone(),
            front.join(", "),
            format!("last {}", order[order.len().saturating_sub(3)..].join(", ")),
        );
        let mut misses = Vec::new();
        if !expected.first.iter().any(|kind| kind == order[0]) {
            misses.push(format!("led by {}", order[0]));
        }
        for kind in &expected.front {
            if !front.contains(&kind.as_str()) {
                misses.push(format!("{kind} not in front"));
            }
        }
        for kind in &expected.never {
            if order.iter().take(6).any(|k| k == kind) {
                misses.push(format!("{kind} among the first six"));
            }
        }
        if let Some(most) = expected.within_min {
            for way in ways.iter().take(4) {
                let takes = way.plan.as_ref().map_or(0.0, |p| p.to_plate_s() / 60.0);
                if takes > most {
                    misses.push(format!("{} takes {takes:.0} min", way.method.kind));
                }
            }
        }
        if !misses.is_empty() {
            wrong.push(format!("{}: {}", expected.what, misses.join("; ")));
        }
    }
    for line in &wrong {
        println!("! {line}");
    }
    assert!(wrong.is_empty(), "{} of {}", wrong.len(), file.piece.len());
}

/// A piece, the kitchen it is cooked in, and what a cook would do with it.
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Chosen {
    what: String,
    kitchen: String,
    piece: Asked,
    choose: Vec<String>,
    never: Vec<String>,
}

#[derive(Deserialize)]
struct Forty {
    kitchen: Vec<UsualKitchen>,
    piece: Vec<Chosen>,
}

/// Forty pieces (parties, big fish, poor kitchens). common practice, no source. Of what a cook would choose three in four stand
/// among the first four, a cook's leads in nine of ten, and nothing stands there that nobody would do.
#[test]
fn forty_pieces_in_their_kitchens() {
    const IN_FRONT: usize = 90;
    const LED: usize = 36;
    let file: Forty = toml::from_str(include_str!("data/forty.toml")).unwrap();
    let (mut in_front, mut led, mut never) = (0, 0, 0);
    for chosen in &file.piece {
        let all = file.kitchen.iter().chain(usual_kitchens());
        let kitchen = all.clone().find(|one| one.key == chosen.kitchen).unwrap();
        let ways = rank(&RankAsked {
            kitchen: Kitchen::new(&KitchenAsked {
                kit: Some(kitchen.kit.clone()),
                ..KitchenAsked::default()
            })
            .unwrap(),
            ..question(&chosen.piece)
        })
        .unwrap()
        .ways;
        let suits = ways.iter().filter(|way| way.suits);
        let order: Vec<&str> = suits.map(|way| way.method.kind).collect();
        let front = &order[..order.len().min(4)];
        let wanted = |kind: &&str| chosen.choose.iter().any(|one| one == kind);
        let wrong: Vec<&&str> = front
            .iter()
            .filter(|kind| chosen.never.iter().any(|one| one == **kind))
            .collect();
        let here = front.iter().filter(|kind| wanted(kind)).count();
        let first = front.first().is_some_and(wanted);
        println!(
            "{}{here} {}: {front:?}, never {wrong:?}",
            if first { " " } else { "!" },
            chosen.what
        );
        in_front += here;
        led += usize::from(first);
        never += wrong.len();
    }
    println!("{in_front} of 120 in front, {led} of 40 led, {never} that nobody would");
    assert!(in_front >= IN_FRONT && led >= LED && never == 0);
}

/// What is set for 12, 20, 28 and 40 mm in five ways, and what comes of it against the usual: the target is reached, the
/// crust that the way is for is there, and nothing is much more overcooked.
#[test]
pub fn law_fitted_settings_do_what_they_are_for() {
    let cases = [
        ("sear_skin_first", "hake", "fillet", None),
        ("floured_pan_fry", "plaice", "fillet", Some("off")),
        ("hot_roast", "cod", "loin", Some("off")),
        ("deep_fry_batter", "haddock", "fillet", Some("off")),
        ("deep_poach", "cod", "loin", Some("off")),
    ];
    for (kind, fish, cut, skin) in cases {
        let method = Method::find(kind).unwrap();
        let mut line = Vec::new();
        for mm in [12.0, 20.0, 28.0, 40.0] {
            let asked = PieceAsked {
                fish: Some(fish.into()),
                cut: Some(cut.into()),
                skin: skin.map(Into::into),
                thickness_mm: Some(mm),
                mass_g: Some(25.0 * mm),
                ..PieceAsked::default()
            };
            let piece = Piece::new(&asked).unwrap();
            let set = fitted(method, &piece, &Kitchen::SEA_LEVEL);
            let planned = |settings| {
                plan(&PlanAsked {
                    piece: asked.clone(),
                    method: MethodAsked {
                        kind: kind.into(),
                        settings,
                    },
                    ..PlanAsked::default()
                })
                .unwrap()
            };
            let (ours, usual) = (
                planned(cindo_core::choice::Fitted::asked(&set)),
                planned(vec![]),
            );
            let crust =
                |p: &cindo_core::plan::Plan| p.outcome.crust_mm[0].max(p.outcome.crust_mm[1]);
            let (over, before) = (
                ours.outcome.overcooked_share,
                usual.outcome.overcooked_share,
            );
            // A quarter is what a cook calls little; in a coat, which is fried through, a third.
            let little = if ours.aim.coated { 0.33 } else { 0.25 };
            assert!(
                over < (before + 0.03).max(little),
                "{kind} {mm}: {over} {before}"
            );
            let short = |w: &cindo_core::fish::Notice| w.code == "target_out_of_reach";
            assert!(!ours.warnings.iter().any(short), "{kind} {mm}");
            if method.browns {
                assert!(crust(&ours) >= 0.2, "{kind} {mm}: {}", crust(&ours));
            }
            let said: Vec<String> = set.iter().map(|one| format!("{}", one.value)).collect();
            let said = if said.is_empty() {
                "usual".into()
            } else {
                said.join(" and ")
            };
            line.push(format!(
                "{said} ({:.1} min, crust {:.1}, past done {:.0} for {:.0} %)",
                ours.off_heat_s / 60.0,
                crust(&ours),
                100.0 * over,
                100.0 * before
            ));
        }
        note(
            format!("{kind}, {fish}: 12, 20, 28, 40 mm"),
            line.join("; "),
            "usual in one for all",
        );
    }
}
