//! Tables as Diesel sees them.

diesel::table! {
    kept (list, id) {
        list -> Text,
        id -> Text,
        kind -> Text,
        title -> Text,
        note -> Text,
        state -> Text,
        form -> Integer,
        snapshot -> Text,
        saved_at -> Text,
        revision -> Integer,
        removed_at -> Nullable<Text>,
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

diesel::table! {
    passcodes (role) {
        role -> Text,
        phc -> Text,
        set_at -> Text,
    }
}

diesel::table! {
    sessions (token) {
        token -> Text,
        id -> Text,
        role -> Text,
        device -> Text,
        begun_ms -> BigInt,
        seen_ms -> BigInt,
    }
}
