//! Every sentence that the core can say, collected and held: short, in plain words, with no riddle of two negatives. Which words
//! are plain is judgement; the length is what a cook reads at a glance.

use cindo_core::fish::{Apart, Form, Limit, PieceAsked, Rule};
use cindo_core::kit::Kitchen;
use cindo_core::methods::Method;
use cindo_core::plan::{
    MethodAsked, Plan, PlanAsked, RankAsked, Tonight, Wishes, plan, rank, schools,
};
use cindo_core::target::TargetAsked;
use std::collections::BTreeSet;

/// A sentence at the stove has no more words; one that explains, behind "about these rules", may have more.
const MOST_WORDS: usize = 20;
const MOST_EXPLAINED: usize = 30;

/// Words that no cook says to another; the page is held to the same (`tools/words.mjs`).
const BANNED: &str = include_str!("data/banned.txt");

/// Two negatives that a reader has to undo.
const DOUBLE: &[(&str, &str)] = &[
    (" not ", " without "),
    (" never ", " without "),
    (" no ", " not "),
    (" cannot ", " unless "),
    (" not ", " unless "),
    (" nothing ", " not "),
];

fn pieces() -> Vec<PieceAsked> {
    [
        ("haddock", "fillet", 18.0),
        ("cod", "loin", 38.0),
        ("salmon", "fillet", 26.0),
        ("plaice", "fillet", 10.0),
        ("sea_bass", "whole_round", 40.0),
        ("turbot", "whole_flat", 45.0),
        ("tuna", "steak", 30.0),
        ("monkfish", "cubes", 28.0),
        ("mackerel", "butterfly", 12.0),
        ("skate", "wing", 15.0),
        ("sprat", "small_whole", 10.0),
        ("eel", "steak", 30.0),
        ("escolar", "steak", 28.0),
    ]
    .into_iter()
    .map(|(fish, cut, mm)| PieceAsked {
        fish: Some(fish.into()),
        cut: Some(cut.into()),
        thickness_mm: Some(mm),
        ..PieceAsked::default()
    })
    .collect()
}

/// What is read at the counter and at the stove, and what is read when it is asked for.
fn all() -> (BTreeSet<String>, BTreeSet<String>) {
    let (mut said, mut explained) = (BTreeSet::new(), BTreeSet::new());
    for rule in Rule::all() {
        said.insert(rule.message.replace("{h}", "two hours"));
        explained.insert(rule.asks.clone());
    }
    said.extend(Apart::all().iter().map(|one| one.says.clone()));
    explained.extend(Limit::all().iter().map(|limit| limit.says.clone()));
    for look in Form::all().iter().flat_map(|form| &form.look) {
        said.extend(look.options.iter().map(|option| option.words.clone()));
    }
    let mut of_plan = |plan: &Plan| {
        for step in &plan.steps {
            said.insert(step.act.words.clone());
            said.extend(step.cues.iter().map(|cue| (*cue).to_owned()));
            said.extend(step.cautions.iter().map(|c| c.message.to_string()));
        }
        let notices = plan.warnings.iter().chain(&plan.refused);
        said.extend(notices.map(|notice| notice.message.clone()));
    };
    let mut asked = vec![];
    for piece in pieces() {
        for method in Method::all() {
            let question = PlanAsked {
                piece: piece.clone(),
                method: MethodAsked {
                    kind: method.kind.into(),
                    settings: vec![],
                },
                range: false,
                ..PlanAsked::default()
            };
            if let Ok(plan) = plan(&question) {
                of_plan(&plan);
                asked.push(question);
            }
        }
    }
    for piece in pieces() {
        let ranked = rank(&RankAsked {
            piece,
            target: TargetAsked::Usual,
            kitchen: Kitchen::SEA_LEVEL,
            eaters: cindo_core::fish::Eaters::Everyone,
            wishes: Wishes::default(),
            tonight: Tonight::default(),
            field: None,
        });
        for way in ranked.unwrap().ways {
            said.extend(way.reasons.iter().map(|reason| reason.message.clone()));
        }
    }
    for question in asked.iter().step_by(9) {
        for school in schools(question).unwrap_or_default() {
            explained.insert(school.question.to_string());
            explained.insert(school.why.to_string());
        }
    }
    said.extend(Method::all().iter().map(|method| method.summary.to_owned()));
    (said, explained)
}

fn sentences(text: &str) -> impl Iterator<Item = &str> {
    let parts = text.split(['.', '!', '?', ';', ':']);
    parts.map(str::trim).filter(|part| !part.is_empty())
}

fn wrong(text: &str, most: usize) -> Vec<String> {
    let mut all = vec![];
    for sentence in sentences(text) {
        let words = sentence.split_whitespace().count();
        if words > most {
            all.push(format!("{words} words: {sentence}"));
        }
        let padded = format!(" {} ", sentence.to_lowercase());
        for (first, second) in DOUBLE {
            let after = padded.find(first).map(|at| &padded[at + first.len() - 1..]);
            if after.is_some_and(|rest| rest.contains(second)) {
                all.push(format!("two negatives: {sentence}"));
            }
        }
    }
    let lower = text.to_lowercase();
    let banned = BANNED
        .lines()
        .filter(|word| !word.is_empty() && lower.contains(*word));
    all.extend(banned.map(|word| format!("{word:?}: {text}")));
    all
}

#[test]
fn law_every_sentence_is_short_and_plain() {
    let (said, explained) = all();
    assert!(said.len() > 300, "{}", said.len());
    let mut bad: Vec<String> = said
        .iter()
        .flat_map(|text| wrong(text, MOST_WORDS))
        .collect();
    bad.extend(
        explained
            .iter()
            .flat_map(|text| wrong(text, MOST_EXPLAINED)),
    );
    bad.sort();
    bad.dedup();
    assert!(
        bad.is_empty(),
        "{} of {}:\n{}",
        bad.len(),
        said.len() + explained.len(),
        bad.join("\n")
    );
}

#[test]
fn what_is_held_fails_where_it_is_broken() {
    let long = "one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen \
                eighteen nineteen twenty more";
    for text in [long, "It is not done without a probe", "Please take it out"] {
        assert!(!wrong(text, MOST_WORDS).is_empty(), "{text}");
    }
    assert!(wrong("Take it out. It is done.", MOST_WORDS).is_empty());
}

/// What a temperature may be of: a cook who reads a figure knows where to hold the thermometer.
const OF_WHAT: &[&str] = &[
    "probe",
    "middle",
    "all through",
    "fish",
    "fillet",
    "eels",
    "mince",
    "oil",
    "pan",
    "pack",
    "water",
];

#[test]
fn law_a_temperature_says_of_what() {
    let (said, explained) = all();
    let figure = |text: &str| {
        let words: Vec<&str> = text.split_whitespace().collect();
        words.windows(2).any(|pair| {
            let number = pair[0].trim_start_matches(['-', '(']);
            number.parse::<f64>().is_ok()
                && pair[1].trim_end_matches(['.', ',', ':', ')', ';']) == "C"
        })
    };
    let of_what = |text: &str| {
        OF_WHAT
            .iter()
            .any(|what| text.to_lowercase().contains(what))
    };
    let all = said.iter().chain(&explained);
    let bad: Vec<&String> = all.filter(|text| figure(text) && !of_what(text)).collect();
    assert!(bad.is_empty(), "{bad:#?}");
}
