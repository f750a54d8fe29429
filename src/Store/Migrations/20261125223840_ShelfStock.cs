using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace SturdyTinker.Store.Migrations
{
    /// <inheritdoc />
    public partial class ShelfStock : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "By",
                table: "ShopParts",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'{}'");

            migrationBuilder.AddColumn<string>(
                name: "Stamp",
                table: "ShopParts",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Told",
                table: "ShopParts",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "SupplierMail",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Terms",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'{}'");

            migrationBuilder.AddColumn<string>(
                name: "Code",
                table: "PartsUsed",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "KeptParts",
                columns: table => new
                {
                    Code = table.Column<string>(type: "TEXT", nullable: false, collation: "NOCASE"),
                    Bin = table.Column<string>(type: "TEXT", nullable: false),
                    Pack = table.Column<decimal>(type: "TEXT", nullable: false),
                    LeadDays = table.Column<int>(type: "INTEGER", nullable: true),
                    Service = table.Column<double>(type: "REAL", nullable: true),
                    OnHand = table.Column<decimal>(type: "TEXT", nullable: false),
                    CountedAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_KeptParts", x => x.Code);
                    table.CheckConstraint("CK_KeptParts_OnHand", "CAST(OnHand AS REAL) >= 0");
                });

            migrationBuilder.CreateTable(
                name: "PartOrders",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    Lines = table.Column<string>(type: "TEXT", nullable: false),
                    Way = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false),
                    SentAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Said = table.Column<string>(type: "TEXT", nullable: false),
                    ClosedAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PartOrders", x => x.Id);
                    table.ForeignKey(
                        name: "FK_PartOrders_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "PriceOffers",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    TrailerId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Jobs = table.Column<string>(type: "TEXT", nullable: false),
                    What = table.Column<string>(type: "TEXT", nullable: false),
                    Estimate = table.Column<string>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PriceOffers", x => x.Id);
                    table.ForeignKey(
                        name: "FK_PriceOffers_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_PriceOffers_Trailers_TrailerId",
                        column: x => x.TrailerId,
                        principalTable: "Trailers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_PriceOffers_Visits_VisitId",
                        column: x => x.VisitId,
                        principalTable: "Visits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.SetNull);
                });

            migrationBuilder.CreateTable(
                name: "StockEntries",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false, collation: "NOCASE"),
                    Move = table.Column<string>(type: "TEXT", nullable: false),
                    Change = table.Column<decimal>(type: "TEXT", nullable: false),
                    Counted = table.Column<decimal>(type: "TEXT", nullable: true),
                    Unforeseen = table.Column<decimal>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: true),
                    OrderId = table.Column<Guid>(type: "TEXT", nullable: true),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StockEntries", x => x.Id);
                    table.ForeignKey(
                        name: "FK_StockEntries_KeptParts_Code",
                        column: x => x.Code,
                        principalTable: "KeptParts",
                        principalColumn: "Code",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_StockEntries_PartOrders_OrderId",
                        column: x => x.OrderId,
                        principalTable: "PartOrders",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_StockEntries_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_StockEntries_Visits_VisitId",
                        column: x => x.VisitId,
                        principalTable: "Visits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.SetNull);
                });

            migrationBuilder.CreateIndex(
                name: "IX_PartOrders_Number",
                table: "PartOrders",
                column: "Number",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_PartOrders_PersonId",
                table: "PartOrders",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_PriceOffers_PersonId",
                table: "PriceOffers",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_PriceOffers_TrailerId",
                table: "PriceOffers",
                column: "TrailerId");

            migrationBuilder.CreateIndex(
                name: "IX_PriceOffers_VisitId",
                table: "PriceOffers",
                column: "VisitId");

            migrationBuilder.CreateIndex(
                name: "IX_StockEntries_Code_At",
                table: "StockEntries",
                columns: new[] { "Code", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_StockEntries_OrderId",
                table: "StockEntries",
                column: "OrderId");

            migrationBuilder.CreateIndex(
                name: "IX_StockEntries_PersonId",
                table: "StockEntries",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_StockEntries_VisitId",
                table: "StockEntries",
                column: "VisitId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "PriceOffers");

            migrationBuilder.DropTable(
                name: "StockEntries");

            migrationBuilder.DropTable(
                name: "KeptParts");

            migrationBuilder.DropTable(
                name: "PartOrders");

            migrationBuilder.DropColumn(
                name: "By",
                table: "ShopParts");

            migrationBuilder.DropColumn(
                name: "Stamp",
                table: "ShopParts");

            migrationBuilder.DropColumn(
                name: "Told",
                table: "ShopParts");

            migrationBuilder.DropColumn(
                name: "SupplierMail",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "Terms",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "Code",
                table: "PartsUsed");
        }
    }
}
