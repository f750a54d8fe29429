using Microsoft.EntityFrameworkCore;

namespace SturdyTinker.Store.Access;

/// <summary>Sessions of a person as a whole.</summary>
public static class Sessions
{
    /// <summary>Ends every session of a person, but perhaps one.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="person">Whose.</param>
    /// <param name="at">When.</param>
    /// <param name="but">One that goes on; null for none.</param>
    public static Task EndSessionsAsync(this ShopFile file, Guid person, DateTimeOffset at, Guid? but = null) =>
        file.Sessions
            .Where(s => s.PersonId == person && s.EndedAt == null && s.Id != but)
            .ExecuteUpdateAsync(s => s.SetProperty(x => x.EndedAt, at));
}
