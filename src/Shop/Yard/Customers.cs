using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Yard;

/// <summary>A customer as it stands.</summary>
public sealed record CustomerAnswer(
    Guid Id,
    string Name,
    string Phone,
    string Mail,
    string Note,
    int Version,
    IReadOnlyDictionary<string, string> Practices)
{
    internal static CustomerAnswer Of(Customer customer) =>
        new(
            customer.Id,
            customer.Name,
            customer.Phone,
            customer.Mail,
            customer.Note,
            customer.Version,
            customer.Practices.Answers);
}

/// <summary>A customer to add (version 0) or to edit (the version that was read).</summary>
/// <param name="Practices">
/// Where this customer wants it otherwise than the shop does; null leaves that as it is.
/// </param>
public sealed record CustomerEdit(
    string Name,
    string Phone,
    string Mail,
    string Note,
    int Version,
    IReadOnlyDictionary<string, string>? Practices = null);

internal static class Customers
{
    private const int LongestNote = 2_000;

    internal static void MapCustomers(this RouteGroupBuilder yard)
    {
        yard.MapGet("/customers", ListAsync).Needs(Right.See);
        yard.MapGet("/customers/{id:guid}", ReadAsync).Needs(Right.See);
        yard.MapPut("/customers/{id:guid}", PutAsync).Needs(Right.Trailers);
    }

    private static async Task<Ok<List<CustomerAnswer>>> ListAsync(ShopFile file) =>
        TypedResults.Ok((await file.Customers
            .AsNoTracking()
            .OrderBy(c => c.Name)
            .ToListAsync()).ConvertAll(CustomerAnswer.Of));

    private static async Task<Ok<CustomerAnswer>> ReadAsync(Guid id, ShopFile file) =>
        TypedResults.Ok(CustomerAnswer.Of(await file.Customers.AsNoTracking().FirstOrDefaultAsync(c => c.Id == id)
            ?? throw Refusal.NotFound("There is no such customer.")));

    private static async Task<Ok<CustomerAnswer>> PutAsync(
        Guid id,
        CustomerEdit edit,
        ShopFile file,
        Worker worker,
        NewDay statuses)
    {
        _ = worker;
        Checks.Id(id);
        Checks checks = new();
        string name = checks.Text("/name", edit.Name, "The customer's name", Customer.LongestName);
        string phone = checks.Text("/phone", edit.Phone, "The telephone", 60, required: false);
        string mail = checks.Text("/mail", edit.Mail, "The mail address", 120, required: false);
        string note = checks.Text("/note", edit.Note, "The note", LongestNote, required: false);
        checks.Add("/practices", edit.Practices is null ? null : PracticeChoices.Unknown(edit.Practices));
        checks.Done();

        await using var transaction = await file.Database.BeginTransactionAsync();
        if (await file.Customers.AnyAsync(c => c.Name == name && c.Id != id))
        {
            throw Refusal.Conflict($"There is a customer {name} already.", "/name");
        }

        Customer? customer = await file.Customers.FindAsync(id);
        PracticeChoices practices = edit.Practices is null
            ? customer?.Practices ?? PracticeChoices.Defaults
            : new PracticeChoices(edit.Practices);
        bool same = customer is not null
            && customer.Practices.SameAs(practices)
            && (customer.Name, customer.Phone, customer.Mail, customer.Note) == (name, phone, mail, note);
        if (customer is null)
        {
            file.Customers.Add(customer = new Customer
            {
                Id = id,
                Name = name,
                Phone = phone,
                Mail = mail,
                Note = note,
                Practices = practices
            });
        }
        else if (!same)
        {
            if (customer.Version != edit.Version)
            {
                throw Refusal.Stale("customer", CustomerAnswer.Of(customer));
            }

            (customer.Name, customer.Phone, customer.Mail, customer.Note) = (name, phone, mail, note);
            customer.Practices = practices;
            customer.Version++;
        }

        await file.SaveChangesAsync();
        int trailers = same ? 0 : await file.OutdateAsync(s => s.CustomerId == id);
        await transaction.CommitAsync();
        if (trailers > 0)
        {
            await statuses.CaughtUpAsync();
        }

        return TypedResults.Ok(CustomerAnswer.Of(customer));
    }
}
