namespace SturdyTinker.Core.People;

/// <summary>What somebody is in the shop; somebody may be several.</summary>
public enum Role
{
    /// <summary>Whose shop it is: puts everybody's roles and secrets right.</summary>
    Owner,

    /// <summary>Runs the day: plans, lets trailers go, sets the shop's choices.</summary>
    Foreman,

    /// <summary>Works on trailers and answers for what was done.</summary>
    Technician,

    /// <summary>Works on trailers under somebody who answers for it.</summary>
    Apprentice,

    /// <summary>Qualified to sign a periodic inspection (49 CFR 396.19).</summary>
    Inspector,

    /// <summary>Speaks with customers, books, orders.</summary>
    Office,

    /// <summary>Sees everything and changes nothing.</summary>
    ReadOnly,
}

/// <summary>What somebody, or a program, may do; every address of the program asks for one of these.</summary>
public enum Right
{
    /// <summary>See the shop's record, and have things worked out that change nothing.</summary>
    See,

    /// <summary>Take trailers in, work, measure, find, note parts and meters.</summary>
    Work,

    /// <summary>Close a visit: say that the work is done.</summary>
    Close,

    /// <summary>Sign a periodic inspection.</summary>
    Inspect,

    /// <summary>Let a trailer go from Hold, or say that it was mended elsewhere.</summary>
    Release,

    /// <summary>Amend a closed visit.</summary>
    Amend,

    /// <summary>Decide about plans: book, move, call off.</summary>
    Plan,

    /// <summary>Tell a customer a price.</summary>
    Offer,

    /// <summary>Write to customers in the shop's name.</summary>
    Notify,

    /// <summary>Add and edit trailers and customers.</summary>
    Trailers,

    /// <summary>Count the shelf, receive parts.</summary>
    Stock,

    /// <summary>Order parts.</summary>
    Order,

    /// <summary>Prices, terms, parts of the shop's own, the supplier.</summary>
    Prices,

    /// <summary>The shop's own choices: hours, intervals, practices, words.</summary>
    Settings,

    /// <summary>The limits that figures are judged by.</summary>
    Limits,

    /// <summary>See whether people's figures agree with each other's.</summary>
    Calibrate,

    /// <summary>Add people, give them roles no greater than one's own, put their secrets right.</summary>
    People,

    /// <summary>Make a browser a shared tablet of the shop.</summary>
    Devices,

    /// <summary>Give others an address at which they see some of the record without signing in.</summary>
    Share,

    /// <summary>Bring tables in.</summary>
    Import,

    /// <summary>Take the record out as files.</summary>
    Export,

    /// <summary>See and make backups, and how the program does.</summary>
    Backups,

    /// <summary>Forget whom a customer is, where somebody has a right to that.</summary>
    Forget,

    /// <summary>Let programs in.</summary>
    Tokens,
}

/// <summary>What a program that brings a token may do.</summary>
public enum TokenScope
{
    /// <summary>See, and take out as files.</summary>
    Read,

    /// <summary>Besides, what a program may note: work, plans, trailers, stock. It never signs for anything.</summary>
    Write,
}
