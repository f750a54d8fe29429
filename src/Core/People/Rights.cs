namespace SturdyTinker.Core.People;

/// <summary>
/// Who may do what: the one table of it. Source: the shop's own sense (common practice, no published source), but for
/// <see cref="Right.Inspect"/>: 49 CFR 396.19 has a qualified inspector sign, so that no other role brings it.
/// </summary>
public static class Rights
{
    private static readonly Dictionary<Right, Role[]> Table = new()
    {
        [Right.See] = Enum.GetValues<Role>(),
        [Right.Work] = [Role.Owner, Role.Foreman, Role.Technician, Role.Apprentice, Role.Inspector],
        [Right.Close] = [Role.Owner, Role.Foreman, Role.Technician, Role.Inspector],
        [Right.Inspect] = [Role.Inspector],
        [Right.Release] = [Role.Owner, Role.Foreman],
        [Right.Amend] = [Role.Owner, Role.Foreman, Role.Technician, Role.Inspector],
        [Right.Plan] = [Role.Owner, Role.Foreman, Role.Office],
        [Right.Offer] = [Role.Owner, Role.Foreman, Role.Technician, Role.Office],
        [Right.Notify] = [Role.Owner, Role.Foreman, Role.Office],
        [Right.Trailers] = [Role.Owner, Role.Foreman, Role.Technician, Role.Office],
        [Right.Stock] = [Role.Owner, Role.Foreman, Role.Technician, Role.Office],
        [Right.Order] = [Role.Owner, Role.Foreman, Role.Office],
        [Right.Prices] = [Role.Owner, Role.Foreman, Role.Office],
        [Right.Settings] = [Role.Owner, Role.Foreman],
        [Right.Limits] = [Role.Owner, Role.Foreman],
        [Right.Calibrate] = [Role.Owner, Role.Foreman],
        [Right.People] = [Role.Owner, Role.Foreman],
        [Right.Devices] = [Role.Owner, Role.Foreman],
        [Right.Share] = [Role.Owner, Role.Foreman, Role.Office],
        [Right.Import] = [Role.Owner, Role.Foreman, Role.Office],
        [Right.Export] = [Role.Owner, Role.Foreman, Role.Office],
        [Right.Backups] = [Role.Owner, Role.Foreman],
        [Right.Forget] = [Role.Owner],
        [Right.Tokens] = [Role.Owner],
    };

    private static readonly Dictionary<TokenScope, Right[]> OfTokens = new()
    {
        [TokenScope.Read] = [Right.See, Right.Export],
        [TokenScope.Write] = [Right.See, Right.Export, Right.Work, Right.Plan, Right.Trailers, Right.Stock],
    };

    /// <summary>Whether somebody who is all of these may do it; nobody may who is nothing.</summary>
    public static bool May(IEnumerable<Role> roles, Right right) => roles.Any(Table[right].Contains);

    /// <summary>Whether a program with a token of this scope may do it.</summary>
    public static bool May(TokenScope scope, Right right) => OfTokens[scope].Contains(right);

    /// <summary>Everything that somebody who is all of these may do, in the order of <see cref="Right"/>.</summary>
    public static IReadOnlyList<Right> Of(IReadOnlyCollection<Role> roles) =>
        [.. Enum.GetValues<Right>().Where(right => May(roles, right))];

    /// <summary>Everything that a program with a token of this scope may do.</summary>
    public static IReadOnlyList<Right> Of(TokenScope scope) => OfTokens[scope];

    /// <summary>The roles that bring a right, in their order.</summary>
    public static IReadOnlyList<Role> Bringing(Right right) => Table[right];

    /// <summary>
    /// Whether somebody may add, edit or put right the secret of somebody who is, or is to be, all of these: an owner
    /// may for everybody, others with <see cref="Right.People"/> for those who may nothing that they may not.
    /// </summary>
    /// <param name="roles">What whoever does it is.</param>
    /// <param name="whose">What the other one is or is to be.</param>
    public static bool MayManage(IReadOnlyCollection<Role> roles, IReadOnlyCollection<Role> whose) =>
        roles.Contains(Role.Owner)
            || (May(roles, Right.People) && Of(whose).All(right => May(roles, right)) && !whose.Contains(Role.Owner));

    /// <summary>A role as the shop says it.</summary>
    public static string InWords(Role role) => role switch
    {
        Role.Owner => "owner",
        Role.Foreman => "foreman",
        Role.Technician => "technician",
        Role.Apprentice => "apprentice",
        Role.Inspector => "inspector",
        Role.Office => "office",
        _ => "read-only",
    };

    /// <summary>A right as a sentence begins that says whose it is.</summary>
    public static string InWords(Right right) => right switch
    {
        Right.See => "Seeing the shop’s record",
        Right.Work => "Working on a trailer",
        Right.Close => "Closing a visit",
        Right.Inspect => "Signing a periodic inspection",
        Right.Release => "Letting a trailer go from Hold",
        Right.Amend => "Amending a closed visit",
        Right.Plan => "Deciding about plans",
        Right.Offer => "Telling a customer a price",
        Right.Notify => "Writing to customers",
        Right.Trailers => "Editing trailers and customers",
        Right.Stock => "Counting the shelf",
        Right.Order => "Ordering parts",
        Right.Prices => "Setting prices and terms",
        Right.Settings => "Setting the shop’s choices",
        Right.Limits => "Setting limits",
        Right.Calibrate => "Comparing people’s figures",
        Right.People => "Adding people and giving roles",
        Right.Devices => "Making a shared tablet",
        Right.Share => "Giving addresses to outsiders",
        Right.Import => "Bringing tables in",
        Right.Export => "Taking the record out",
        Right.Backups => "The backups",
        Right.Forget => "Forgetting a customer",
        _ => "Letting programs in",
    };
}
