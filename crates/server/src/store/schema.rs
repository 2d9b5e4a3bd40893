//! Tables as Diesel sees them.

diesel::table! {
    cards (id) {
        id -> Text,
        title -> Text,
        saved_at -> Text,
        form -> Integer,
        snapshot -> Text,
        result -> Nullable<Text>,
        note -> Text,
        revision -> Integer,
        removed_at -> Nullable<Text>,
    }
}

diesel::table! {
    shelf (id) {
        id -> Text,
        kind -> Text,
        name -> Text,
        form -> Integer,
        snapshot -> Text,
        saved_at -> Text,
        revision -> Integer,
        removed_at -> Nullable<Text>,
    }
}

diesel::table! {
    kitchen (id) {
        id -> Integer,
        form -> Integer,
        snapshot -> Text,
        saved_at -> Text,
        revision -> Integer,
    }
}

diesel::table! {
    cooks (id) {
        id -> Text,
        title -> Text,
        form -> Integer,
        snapshot -> Text,
        pan -> Nullable<Text>,
        made_ms -> BigInt,
        ended -> Bool,
    }
}

diesel::table! {
    cook_events (seq) {
        seq -> BigInt,
        cook -> Text,
        id -> Text,
        form -> Integer,
        body -> Text,
        kept_ms -> BigInt,
    }
}

diesel::joinable!(cook_events -> cooks (cook));
diesel::allow_tables_to_appear_in_same_query!(cooks, cook_events);
